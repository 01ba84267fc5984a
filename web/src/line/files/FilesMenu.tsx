import { DropdownMenu } from 'radix-ui'
import { useRef } from 'react'
import { FileInput } from '../../ui/FileInput.tsx'
import { useFiles } from './useFiles.ts'

/** The line as a file or on paper. */
export const FilesMenu = () => {
  const { items, making, onOpen } = useFiles()
  const file = useRef<HTMLInputElement>(null)
  return (
    <>
      <FileInput field={file} label="A file with a line" onFile={onOpen} />
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger className="inline-flex min-h-11 items-center rounded-full px-2 underline decoration-soft underline-offset-4">
          {making ?? 'Files'}
        </DropdownMenu.Trigger>
        <DropdownMenu.Content
          sideOffset={8}
          collisionPadding={12}
          className="z-20 w-80 rounded-2xl border border-rule bg-sheet p-2 shadow-lg"
        >
          {[
            {
              name: 'Open a file',
              description: 'Notes from MIDI, MusicXML or ABC, over these bars.',
              act: () => file.current?.click(),
            },
            ...items,
          ].map(({ name, description, act }) => (
            <DropdownMenu.Item
              key={name}
              onSelect={act}
              className="cursor-pointer rounded-xl px-3 py-2 outline-none data-[highlighted]:bg-ledge"
            >
              <span className="block font-semibold">{name}</span>
              <span className="block text-sm text-soft">{description}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Root>
    </>
  )
}
