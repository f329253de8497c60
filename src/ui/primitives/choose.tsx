'use client'
import { Select } from 'radix-ui'
import { Check } from 'lucide-react'

/** A value chosen from a few, set in the sentence as a figure. */
export function Choose({
  label,
  value,
  options,
  onChange,
  onOpen,
  gone = 'choose',
}: {
  label: string
  value: string
  options: Readonly<Record<string, string>>
  onChange: (value: string) => void
  /** Before the list shows, for one that is worked out then. */
  onOpen?: () => void
  /** What stands for a value that is in the list no more. */
  gone?: string
}) {
  return (
    <Select.Root value={value} onValueChange={onChange} onOpenChange={(open) => open && onOpen?.()}>
      <Select.Trigger aria-label={label} className="figure">
        <Select.Value placeholder="choose">{options[value] ?? (value ? gone : 'choose')}</Select.Value>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content position="popper" sideOffset={4} className="panel z-50 max-h-80 min-w-40 overflow-auto py-1">
          <Select.Viewport>
            {Object.entries(options).map(([key, text]) => (
              <Select.Item
                key={key}
                value={key}
                className="flex cursor-pointer items-center gap-2 px-3 py-1 outline-none data-[highlighted]:bg-tint"
              >
                <span className="inline-flex w-4">
                  <Select.ItemIndicator>
                    <Check size={14} aria-hidden />
                  </Select.ItemIndicator>
                </span>
                <Select.ItemText>{text}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  )
}
