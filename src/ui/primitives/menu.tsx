'use client'
import { DropdownMenu } from 'radix-ui'

/** A few verbs behind a button; `children` is what the button shows. */
export function Menu({
  label,
  className,
  align = 'end',
  acts,
  children,
}: {
  label?: string
  className: string
  align?: 'start' | 'end'
  acts: readonly (readonly [text: string, act: () => void])[]
  children: React.ReactNode
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger aria-label={label} className={className}>
        {children}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align={align} className="panel z-50 min-w-36 py-1">
          {acts.map(([text, act]) => (
            <DropdownMenu.Item
              key={text}
              onSelect={act}
              className="cursor-pointer px-3 py-1 outline-none data-[highlighted]:bg-tint"
            >
              {text}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
