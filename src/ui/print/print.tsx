'use client'
import { Estimates } from './estimates'
import { Export } from './export'
import { Learn } from './learn'
import { PrinterProfile } from './printer-profile'

/** The printer, and what goes to it. */
export function Print() {
  return (
    <>
      <PrinterProfile />
      <Learn />
      <Estimates />
      <Export />
    </>
  )
}
