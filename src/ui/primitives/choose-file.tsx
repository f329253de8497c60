'use client'
import { useRef } from 'react'

/** A verb that asks for a file. */
export function ChooseFile({
  label,
  accept,
  onFile,
  children,
}: {
  label: string
  accept: string
  onFile: (file: File) => void
  children: React.ReactNode
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <button type="button" className="figure" onClick={() => input.current?.click()}>
        {children}
      </button>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) onFile(file)
          event.target.value = ''
        }}
      />
    </>
  )
}
