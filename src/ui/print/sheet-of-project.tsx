'use client'
import { useState } from 'react'
import type { Held } from '@/core/print/gate'
import { safeFileName } from '@/core/formats/file-names'
import { partList } from '@/core/print/part-list'
import { projectSheet } from '@/core/print/project-sheet'
import { download } from '../api'
import { partPng } from '../scene/picture'
import { Heading } from '../primitives/heading'
import { takesOf } from './takes'
import { useDocument, useProject, useProjectStore } from '../store/store'

/** The page about the project that is laid beside the printer: opened to be printed, or saved. */
export function SheetOfProject({ held }: { held: readonly Held[] }) {
  const document = useDocument()
  const id = useProject((s) => s.id)
  const store = useProjectStore()
  const [busy, setBusy] = useState(false)
  const make = async () => {
    setBusy(true)
    const { build, ledger, proofs } = store.getState()
    const parts = build!.parts
    const picture = await pictureOf(id)
    const pictures: Record<string, string | undefined> = {}
    // One after the other: what is sent to be drawn is copied on this thread.
    for (const part of parts) pictures[part.id] = await partPng(part).then(asAddress, () => undefined)
    setBusy(false)
    const { parts: listed, total } = partList(document, parts.map((p) => ({ ...p, bounds: p.body.bounds }))) // prettier-ignore
    return projectSheet({ project: document, build: build!, parts, listed, mass: total.mass, ledger, held, takes: takesOf(document, build!.parts, proofs), picture, pictures }) // prettier-ignore
  }
  const open = async () => {
    // Asked for at the click: what is opened later is held back as unasked for.
    const tab = window.open('', '_blank')
    const html = await make()
    if (!tab) return download(`${safeFileName(document.name)}-sheet.html`, html, 'text/html')
    tab.document.write(html)
    tab.document.close()
  }
  const save = async () => download(`${safeFileName(document.name)}-sheet.html`, await make(), 'text/html')
  return (
    <section aria-label="Sheet of the project" className="pt-4">
      <Heading>Sheet to print</Heading>
      <p className="text-[15px] text-soft">
        What is printed how often and how it lies, what is needed besides, the order, the fits, pauses and notes.
      </p>
      <p className="flex gap-4 text-[15px]">
        <button type="button" className="figure" disabled={busy} onClick={() => void open()}>
          open it to print
        </button>
        <button type="button" className="figure" disabled={busy} onClick={() => void save()}>
          save it
        </button>
      </p>
    </section>
  )
}

/** The picture that the projects page has, as a `data:` address; none if there is none yet. */
async function pictureOf(project: string): Promise<string | undefined> {
  const answer = await fetch(`/api/projects/${project}/picture`).catch(() => undefined)
  if (!answer?.ok) return undefined
  return asAddress(await answer.blob())
}

function asAddress(blob: Blob): Promise<string | undefined> {
  return new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.onerror = () => resolve(undefined)
    reader.readAsDataURL(blob)
  })
}
