'use client'
import { useRef } from 'react'

/** A verb that asks for files. */
export function ChooseFile({
  label,
  accept,
  onFiles,
  children,
}: {
  label: string
  accept: string
  onFiles: (files: File[]) => void
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
        multiple
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])]
          if (files.length > 0) onFiles(files)
          event.target.value = ''
        }}
      />
    </>
  )
}
