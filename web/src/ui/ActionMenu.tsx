import { DropdownMenu } from 'radix-ui'
import { buttonLook } from './looks.ts'

interface MenuAction {
  readonly name: string
  /** What the player gets. */
  readonly description: string
  readonly act: () => void
}

interface ActionMenuProps {
  readonly name: string
  readonly actions: readonly MenuAction[]
}

/** A button that opens a list of actions, each with what it gives. */
export const ActionMenu = ({ name, actions }: ActionMenuProps) => (
  <DropdownMenu.Root modal={false}>
    <DropdownMenu.Trigger className={buttonLook('quiet')}>{name}</DropdownMenu.Trigger>
    <DropdownMenu.Content
      sideOffset={8}
      collisionPadding={12}
      className="z-20 max-h-[var(--radix-dropdown-menu-content-available-height)] w-[min(27rem,94vw)] overflow-y-auto rounded-2xl border border-rule bg-sheet p-2 shadow-lg"
    >
      {actions.map(({ name: action, description, act }) => (
        <DropdownMenu.Item
          key={action}
          onSelect={act}
          className="cursor-pointer rounded-xl px-3 py-1 outline-none data-[highlighted]:bg-ledge"
        >
          <span className="block font-semibold">{action}</span>
          <span className="block text-sm text-soft">{description}</span>
        </DropdownMenu.Item>
      ))}
    </DropdownMenu.Content>
  </DropdownMenu.Root>
)
