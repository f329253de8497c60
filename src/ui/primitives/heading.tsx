/** A heading with a thin rule and a word at its right. */
export function Heading({
  children,
  aside,
  swatch,
}: {
  children: React.ReactNode
  aside?: React.ReactNode
  swatch?: string
}) {
  return (
    <h2 className="heading mt-4 mb-1 flex items-center gap-2 border-b border-rule pb-1.5 first:mt-0">
      {swatch && <span aria-hidden className="inline-block size-3 rounded-[2px]" style={{ background: swatch }} />}
      {children}
      {aside !== undefined && (
        <span className="ml-auto text-[13px] font-normal tracking-normal text-soft normal-case">{aside}</span>
      )}
    </h2>
  )
}
