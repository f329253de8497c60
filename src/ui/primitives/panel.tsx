'use client'
import { Popover } from 'radix-ui'
import { lostFocus } from './refocus'

/**
 * A small panel behind a figure of a sentence. Closed by key it gives the focus back to its figure, unless the maker
 * has gone on elsewhere by then.
 */
export function Panel({
  label,
  says,
  figure = {},
  className = '',
  align = 'center',
  side,
  open,
  setOpen,
  children,
}: {
  label: string
  /** What stands in the sentence. */
  says: React.ReactNode
  figure?: Omit<React.ComponentProps<typeof Popover.Trigger>, 'children'> & Record<`data-${string}`, string>
  className?: string
  align?: 'start' | 'center'
  /** Where a panel that is too high for what is over or under its figure opens. */
  side?: 'right'
  /** Given where the panel is closed by what is chosen in it. */
  open?: boolean
  setOpen?: (open: boolean) => void
  children: React.ReactNode
}) {
  return (
    <Popover.Root {...(open === undefined ? {} : { open })} {...(setOpen ? { onOpenChange: setOpen } : {})}>
      <Popover.Trigger className="figure" {...figure}>
        {says}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align={align}
          {...(side ? { side } : {})}
          sideOffset={4}
          collisionPadding={12}
          aria-label={label}
          className={`panel z-50 max-h-[min(36rem,var(--radix-popover-content-available-height))] text-[14.5px] ${className || 'overflow-y-auto p-3'}`}
          onCloseAutoFocus={(e) => !lostFocus() && e.preventDefault()}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
