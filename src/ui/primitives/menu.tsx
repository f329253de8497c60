'use client'
import { useRef } from 'react'
import { DropdownMenu } from 'radix-ui'

/**
 * A few verbs behind a button; `children` is what the button shows. A verb acts once the menu has given the focus back,
 * so that a field it opens keeps the cursor.
 */
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
  const chosen = useRef<() => void>(undefined)
  const act = () => {
    const chose = chosen.current
    chosen.current = undefined
    if (chose) setTimeout(chose)
  }
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger aria-label={label} className={className}>
        {children}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align={align} onCloseAutoFocus={act} className="panel z-50 min-w-36 py-1">
          {acts.map(([text, verb]) => (
            <DropdownMenu.Item
              key={text}
              onSelect={() => {
                chosen.current = verb
              }}
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
