import type { Metadata } from 'next'
import '@fontsource-variable/source-sans-3'
import './globals.css'

export const metadata: Metadata = {
  title: 'Projects · Anorak',
  description: 'Printed parts that fit something real.',
}

/** Each answer has a word of its own for the scripts it may run (`src/proxy.ts`). */
export const dynamic = 'force-dynamic'

export default function RootLayout({ children }: { children: React.ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  )
}
