import type { Metadata } from 'next'
import '@fontsource-variable/source-sans-3'
import './globals.css'

export const metadata: Metadata = {
  title: 'Projects · Anorak',
  description: 'Printed parts that fit something real.',
}

export default function RootLayout({ children }: { children: React.ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  )
}
