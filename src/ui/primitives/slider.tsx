/** From one end to the other there are about so many steps. */
const STEPS = 200

/** A step that is a round figure: 1, 2 or 5 of some power of ten. */
function roundStep(span: number): number {
  const power = 10 ** Math.floor(Math.log10(span / STEPS))
  return [1, 2, 5, 10].map((n) => n * power).find((s) => s >= span / STEPS) ?? power
}

/** A figure slid between two ends, by hand or with the arrow keys. */
export function Slider({
  label,
  from,
  to,
  value,
  onSlide,
  onEnd,
}: {
  label: string
  from: number
  to: number
  value: number
  onSlide: (value: number) => void
  /** The hand is taken off it. */
  onEnd: () => void
}) {
  const [low, high] = from <= to ? [from, to] : [to, from]
  return (
    <input
      type="range"
      aria-label={label}
      className="min-w-0 flex-1 accent-(--figure)"
      min={low}
      max={high}
      step={roundStep(high - low)}
      value={value}
      onChange={(e) => onSlide(Number(e.target.value))}
      onPointerUp={onEnd}
      onKeyUp={onEnd}
      onBlur={onEnd}
    />
  )
}
