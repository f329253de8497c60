'use client'
import { useState } from 'react'
import { chooseBoard, removeReference, setItemState } from '@/core/document/edits'
import { FORMATS } from '@/core/formats/detect'
import { boxSize } from '@/core/geometry/vec'
import { ALONE_ID } from '@/core/references/blocks'
import { renameReference } from '@/core/sheet/names-in-use'
import { formatLength } from '@/core/units/length'
import type { ItemView, ReferenceView } from '@/worker/views'
import { Choose } from '../primitives/choose'
import { ChooseFile } from '../primitives/choose-file'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { useActions } from '../actions/actions-context'
import { itemPick } from '../actions/item-pick'
import { useAdditions } from '../actions/offers'
import { ImportFacts } from './import-facts'
import { AddBlock, BlockSentence, FailedBlocks } from './blocks'
import { ItemFacts } from './item-facts'
import { ItemWays } from './item-ways'
import { Measures } from './measures'
import { Outlines } from './outlines'
import { Placing } from './placing'
import { Readings } from './readings'
import { WrapIt } from './wrap-it'
import { SwapRevision } from './swap'
import { useDocument, useProject, useUnit } from '../store/store'

/** Endings of the files that can be taken in. */
const ENDINGS = Object.values(FORMATS)
  .flatMap((f) => f.endings.map((e) => `.${e}`))
  .join()

/** What the parts must fit. */
export function Gather() {
  const { references: documentReferences, outlines } = useDocument()
  const references = useProject((s) => s.build?.references) ?? []
  const actions = useActions()
  return (
    <>
      <Heading aside={`${documentReferences.length + outlines.length}`}>What it must fit</Heading>
      {documentReferences.length + outlines.length === 0 && (
        <p className="py-2">
          Drop the STEP file of your board anywhere on this page: Anorak finds the board, its holes and what stands on
          it. Boards in IDF, other things to fit as STL, OBJ or 3MF, flat drawings in DXF or SVG, and photos to trace go
          the same way.
        </p>
      )}
      <p className="py-1">
        <ChooseFile label="Files to fit" accept={ENDINGS} onFiles={(files) => void actions.importFiles(files)}>
          Choose files …
        </ChooseFile>
      </p>
      {references
        .filter((r) => r.id !== ALONE_ID)
        .map((r) => (
          <ReferenceBlock key={r.id} reference={r} />
        ))}
      <AddedByHand />
      <Outlines />
      <Measures />
      <Readings />
    </>
  )
}

/** Blocks and keep-outs that belong to no reference. */
function AddedByHand() {
  const added = useProject((s) => s.build?.references.find((r) => r.id === ALONE_ID))
  const count = useProject((s) => s.history.present.blocks.filter((b) => !b.on).length)
  return (
    <section aria-label="Added by hand" className="pt-3">
      {count > 0 && <Heading aside={`${count}`}>Added by hand</Heading>}
      {added && count > 0 && <Items reference={added} />}
      <FailedBlocks on={undefined} />
      <p className="py-1">
        <AddBlock />
      </p>
    </section>
  )
}

function ReferenceBlock({ reference }: { reference: ReferenceView }) {
  const { unit, references } = useDocument()
  const edit = useProject((s) => s.edit)
  const actions = useActions()
  const settings = references.find((r) => r.id === reference.id)
  const { board } = reference
  const wrapped = !useAdditions().some((a) => a.offer?.goal === 'wrap' && a.offer.reference === reference.id)
  const fitted = reference.items.filter((i) => i.state === 'fitted').length
  const mounting = board?.holes.filter((h) => h.mounting) ?? []
  return (
    <section aria-label={reference.name} className="pt-3">
      <Heading aside={`${fitted} of ${reference.items.length} fitted`}>
        <NameInput
          label={`Name of the reference ${reference.name}`}
          name={reference.name}
          className="heading field-sizing-content max-w-full"
          onName={(name) => edit(renameReference(reference.id, name))}
        />
      </Heading>
      {board ? (
        <div className="py-1 leading-[1.65]">
          <p>
            The board is{' '}
            <Choose
              label="Which item is the board"
              value={board.item}
              options={Object.fromEntries(
                reference.candidates.map((c) => [c.id, `${c.name} (${formatLength(c.thickness, unit)} thick)`]),
              )}
              onChange={(item) => edit(chooseBoard(reference.id, item))}
            />
            : {formatLength(board.bounds[2] - board.bounds[0], unit)} ×{' '}
            {formatLength(board.bounds[3] - board.bounds[1], unit)} × {formatLength(board.thickness, unit)} {unit},{' '}
            {mounting.length === 0
              ? 'no mounting holes'
              : `${mounting.length} mounting ${mounting.length === 1 ? 'hole' : 'holes'} of Ø ${formatLength(mounting[0]!.diameter, unit)}`}
            . Tallest is {board.tallest.name} at {formatLength(board.tallest.z, unit)}, lowest {board.lowest.name} at{' '}
            {formatLength(board.lowest.z, unit)}.
          </p>
          {board.overhangs.length > 0 && (
            <p className="text-soft">
              Over the edge:{' '}
              {board.overhangs.map((o) => `${o.name} by ${formatLength(o.reach, unit)} at the ${o.side}`).join(', ')}.
            </p>
          )}
          {!wrapped && (
            <p className="pt-1">
              <button
                type="button"
                className="border-b-2 border-figure bg-tint px-2 py-0.5 font-semibold text-figure"
                onClick={() => actions.begin(reference.id, ['wrap', 'stand'])}
              >
                Wrap it in a case{mounting.length > 0 ? ', on posts' : ''}
              </button>{' '}
              <WrapIt reference={reference.id} board={board} />
            </p>
          )}
        </div>
      ) : (
        <p className="py-1 text-soft">
          No board is in it: none of its items is thin and flat. It can be looked at and measured, but not wrapped.
        </p>
      )}
      {settings && <ImportFacts reference={reference} settings={settings} />}
      {settings && <Placing reference={reference} settings={settings} />}
      <SwapRevision reference={reference.id} name={reference.name} />
      <Items reference={reference} />
      <FailedBlocks on={reference.id} />
      <p className="py-1">
        <AddBlock on={reference.id} />
      </p>
      <p className="py-1">
        <button
          type="button"
          className="text-[14px] text-soft hover:text-rust"
          onClick={() => edit(removeReference(reference.id))}
        >
          Take {reference.name} out of the project
        </button>
      </p>
    </section>
  )
}

const MANY = 12

function Items({ reference }: { reference: ReferenceView }) {
  const [filter, setFilter] = useState('')
  const shown = reference.items.filter((i) => i.name.toLowerCase().includes(filter.toLowerCase()))
  return (
    <>
      {reference.items.length > MANY && (
        <input
          aria-label="Find an item"
          placeholder="Find an item"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
          className="mb-1 w-full border-b border-rule bg-transparent py-0.5 outline-none focus:border-figure"
        />
      )}
      <ul aria-label={`Items of ${reference.name}`} className="text-[15px]">
        {shown.slice(0, 300).map((item) => (
          <ItemLine key={item.id} item={item} reference={reference} />
        ))}
      </ul>
      {shown.length > 300 && <p className="text-soft">{shown.length - 300} more; find one by its name.</p>}
    </>
  )
}

function ItemLine({ item, reference }: { item: ItemView; reference: ReferenceView }) {
  const unit = useUnit()
  const edit = useProject((s) => s.edit)
  const set = useProject((s) => s.set)
  const picked = useProject((s) => s.picks.some((p) => p.reference === reference.id && p.owner === item.id))
  const reached = useProject((s) =>
    Boolean(s.history.present.references.find((r) => r.id === reference.id)?.reaches[item.id]),
  )
  const out = item.state === 'left-out'
  const size = boxSize(item.own)
  const pick = () => set({ picks: [itemPick(reference.id, item)] })
  return (
    <li className={`border-t border-hair first:border-t-0 ${picked ? 'bg-tint' : ''}`}>
      <div className="grid grid-cols-[1fr_auto_auto] items-baseline gap-3 py-0.5">
        <button
          type="button"
          className={`truncate text-left hover:text-figure ${out ? 'text-soft line-through' : ''}`}
          title={[...item.path, item.name].join(' / ')}
          onClick={pick}
        >
          {item.name}
        </button>
        <span className="text-[14px] text-soft">{size.map((v) => formatLength(v, unit)).join(' × ')}</span>
        <span className="w-14">
          {item.made !== 'reach' && reference.id !== ALONE_ID && (
            <button
              type="button"
              className="figure text-[14px]"
              aria-label={`${item.name} is ${out ? 'left out' : 'fitted'}`}
              aria-pressed={!out}
              onClick={() => edit(setItemState(reference.id, item.id, out ? 'fitted' : 'left-out'))}
            >
              {out ? 'left out' : item.moves ? 'moves' : reached ? 'reach' : 'fitted'}
            </button>
          )}
        </span>
      </div>
      {picked && <ItemFacts item={item} reference={reference.id} />}
      {item.made === undefined && <ItemWays reference={reference.id} item={item.id} />}
      {(item.made === 'block' || item.made === 'keep-out') && <BlockSentence id={item.id} />}
    </li>
  )
}
