import { useRef } from 'react'
import { useHandedFile } from '../../data/handedFile.ts'
import { LinePicture } from '../../notation/LinePicture.tsx'
import { ActionMenu } from '../../ui/ActionMenu.tsx'
import { FileInput } from '../../ui/FileInput.tsx'
import { useFiles } from './useFiles.ts'

/** The line as a file or on paper. */
export const FilesMenu = () => {
  const { items, picture, making, onOpen } = useFiles()
  const file = useRef<HTMLInputElement>(null)
  useHandedFile('line', onOpen)
  return (
    <>
      {picture && <LinePicture {...picture} />}
      <FileInput field={file} label="A file with a line" onFile={onOpen} />
      <ActionMenu
        name={making ?? 'Files'}
        actions={[
          {
            name: 'Open a file',
            description: 'Notes from MIDI, MusicXML or ABC, over these bars.',
            act: () => file.current?.click(),
          },
          ...items,
        ]}
      />
    </>
  )
}
