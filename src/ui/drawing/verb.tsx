/** Something that can be done, as a word of the line at the foot. */
export function Verb({
  act,
  children,
  on = false,
  title,
}: {
  act: () => void
  children: React.ReactNode
  on?: boolean
  title?: string
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      title={title}
      className={on ? 'font-semibold text-ink underline underline-offset-4' : 'figure'}
      onClick={act}
    >
      {children}
    </button>
  )
}
