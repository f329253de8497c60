/** Small sections through a case, one for each answer: walls in ink, the board pale, what the answer is about in colour. */
const BOX = 'M6 18v20h60v-20M6 18v-10h60v10'
const BOARD = 'M12 27h48'
const PICTURES: Readonly<Record<string, { own: string }>> = {
  screws: { own: 'M18 38v-11M54 38v-11M18 27v-21M54 27v-21M15 5h6M51 5h6' },
  own: { own: 'M18 38v-15M54 38v-15M15 22h6M51 22h6' },
  pins: { own: 'M16 38v-11h4v11M52 38v-11h4v11M18 27v-4M54 27v-4M16 8v13h4v-13M52 8v13h4v-13' },
  edge: { own: 'M6 30h8v8M66 30h-8v8M6 24h8v-16M66 24h-8v-16' },
  board: { own: 'M18 38v-33M54 38v-33M15 4h6M51 4h6' },
  corners: { own: 'M6 8h-5v30h5M66 8h5v30h-5M3.5 36v-30M68.5 36v-30M1 5h5M66 5h5' },
  snap: { own: 'M6 10h-3v20h3v-3M66 10h3v20h-3v-3' },
  magnets: { own: 'M6 8h-6v30h6M66 8h6v30h-6M0 16h6M0 20h6M66 16h6M66 20h6' },
  hinge: { own: 'M68 18a3 3 0 1 0 6 0a3 3 0 1 0-6 0M6 10l4-12M6 10h-3v18h3v-3' },
  slide: { own: 'M2 4h58M60 4l-5-3M60 4l-5 3M6 8v-4M66 8v-6' },
  sealed: { own: 'M6 12v-4h60v4M30 14v8M42 14v8' },
  lip: { own: 'M9 18v-6M63 18v-6' },
  desk: { own: 'M0 42h72' },
  wall: { own: 'M6 38h-6M66 38h6M3 43v-8M69 43v-8M0 44h72' },
}

/** @param answer its key */
export function WrapPicture({ answer }: { answer: string }) {
  const { own } = PICTURES[answer]!
  return (
    <svg viewBox="-2 0 76 46" aria-hidden className="h-11 w-[72px] flex-none" fill="none" strokeWidth="1.6">
      <path d={BOX} stroke="var(--color-ink)" />
      <path d={BOARD} stroke="var(--color-soft)" strokeWidth="2.6" />
      <path d={own} stroke="var(--color-figure)" strokeWidth="2.2" strokeLinecap="round" />
    </svg>
  )
}
