'use client'
import { removeBlock, replaceBlock, setBlock } from '@/core/document/edits'
import type { Block, BlockShape, SizedShape } from '@/core/document/items-schema'
import type { Project } from '@/core/document/schema'
import { Choose } from '../primitives/choose'
import { LengthFigure } from '../primitives/length-figure'
import { Menu } from '../primitives/menu'
import { NameInput } from '../primitives/name-input'
import { Remove, Trouble } from '../primitives/small'
import { useProject } from '../store/store'
import { newBlock, SHAPES } from './new-block'

/** Adds a thing that no file has. */
export function AddBlock({ on }: { on?: string }) {
  const edit = useProject((s) => s.edit)
  const outlines = useProject((s) => s.history.present.outlines)
  const add = (kind: SizedShape['kind'], keepOut = false) =>
    edit(setBlock(newBlock(kind, { ...(on ? { on } : {}), keepOut }, outlines[0]?.id)))
  const shapes = (Object.keys(SHAPES) as SizedShape['kind'][]).filter((k) => k !== 'profile' || outlines.length > 0)
  return (
    <Menu
      align="start"
      className="figure text-[15px]"
      acts={[
        ...shapes.map((k): [string, () => void] => [`A measured ${SHAPES[k]}`, () => add(k)]),
        ['A box of space to keep free', () => add('box', true)],
        ['A round space to keep free', () => add('cylinder', true)],
      ]}
    >
      {on ? 'Add what the file lacks …' : 'Add something measured …'}
    </Menu>
  )
}

/** Blocks that could not be made, which no list of items has: their sentences are where they can be put right. */
export function FailedBlocks({ on }: { on: string | undefined }) {
  const blocks = useProject((s) => s.history.present.blocks)
  const build = useProject((s) => s.build)
  const made = new Set(build?.references.flatMap((r) => r.items.map((i) => i.id)))
  const told = new Set(build?.references.flatMap((r) => Object.keys(r.itemProblems)))
  // One that has just been added is no failure: it is not built yet.
  const failed = blocks.filter((b) => b.on === on && told.has(b.id) && !made.has(b.id))
  return failed.map((b) => <BlockSentence key={b.id} id={b.id} />)
}

/** A block's sizes and place, in a sentence. */
export function BlockSentence({ id }: { id: string }) {
  const block = useProject((s) => s.history.present.blocks.find((b) => b.id === id))
  const outlines = useProject((s) => s.history.present.outlines)
  const problem = useProject((s) => s.build?.references.map((r) => r.itemProblems[id]).find(Boolean))
  const edit = useProject((s) => s.edit)
  if (!block) return null
  const change = (next: Partial<Block>) => edit(setBlock({ ...block, ...next }))
  return (
    <div className="pb-1 pl-3 text-[14px] leading-snug text-soft">
      <p>
        <NameInput
          label={`Name of ${block.name}`}
          name={block.name}
          className="w-full text-ink"
          onName={(name) => change({ name })}
        />
        <ShapeWords shape={block.shape} outlines={outlines} onChange={(shape) => change({ shape })} />,{' '}
        {block.face ? 'on its face, moved by' : 'at'}{' '}
        {(['x', 'y', 'z'] as const).map((axis, k) => (
          <span key={axis}>
            {axis}{' '}
            <LengthFigure
              label={`Place along ${axis}`}
              formula={block.at[k]!}
              onChange={(typed) => change({ at: block.at.map((v, i) => (i === k ? typed : v)) as Block['at'] })}
            />{' '}
          </span>
        ))}
        <Replace block={block} />
        <Remove label={`Take ${block.name} out`} act={() => edit(removeBlock(id))} />
      </p>
      <Trouble problem={problem} />
    </div>
  )
}

/** More items than this are not listed. */
const MOST = 60

/** A first idea gives way to the thing itself: an item of a file comes to stand in the block's place. */
function Replace({ block }: { block: Block }) {
  const edit = useProject((s) => s.edit)
  const references = useProject((s) => s.build?.references)
  const items = (references ?? []).flatMap((r) => r.items.flatMap((i) => (i.made ? [] : [{ reference: r, item: i }])))
  if (items.length === 0) return null
  return (
    <Menu
      align="start"
      className="figure"
      acts={items.slice(0, MOST).map(({ reference, item }): [string, () => void] => [`${item.name}, of ${reference.name}`, () => edit(replaceBlock(block, reference.id, item.id))])} // prettier-ignore
    >
      replace it by an item …
    </Menu>
  )
}

function ShapeWords({
  shape,
  outlines,
  onChange,
}: {
  shape: BlockShape
  outlines: Project['outlines']
  onChange: (shape: BlockShape) => void
}) {
  const size = (key: string, before = '') => (
    <>
      {before}{' '}
      <LengthFigure
        label={`Its ${key}`}
        formula={(shape as unknown as Record<string, string>)[key]!}
        onChange={(typed) => onChange({ ...shape, [key]: typed } as BlockShape)}
      />
    </>
  )
  switch (shape.kind) {
    case 'item':
      return <ItemWords shape={shape} onChange={onChange} />
    case 'box':
      return (
        <>
          Box {size('width')} × {size('depth')} × {size('height')} high
        </>
      )
    case 'cylinder':
      return (
        <>
          Cylinder {size('diameter', 'Ø')}, {size('height')} high
        </>
      )
    case 'tube':
      return (
        <>
          Tube {size('diameter', 'Ø')}, bore {size('bore', 'Ø')}, {size('height')} high
        </>
      )
    case 'cone':
      return (
        <>
          Cone {size('diameter', 'Ø')} below, {size('top', 'Ø')} on top, {size('height')} high
        </>
      )
    case 'profile':
      return (
        <>
          The outline{' '}
          <Choose
            label="Which outline"
            value={shape.outline}
            options={Object.fromEntries(outlines.map((o) => [o.id, o.name]))}
            onChange={(outline) => onChange({ ...shape, outline })}
          />{' '}
          {size('height')} high
        </>
      )
  }
}

const QUARTERS = { 0: '0°', 1: '90°', 2: '180°', 3: '270°' }

/** Which item of a file stands there, and how it was turned for it. */
function ItemWords({
  shape,
  onChange,
}: {
  shape: Extract<BlockShape, { kind: 'item' }>
  onChange: (shape: BlockShape) => void
}) {
  const references = useProject((s) => s.build?.references)
  const reference = references?.find((r) => r.id === shape.reference)
  const item = reference?.items.find((i) => i.id === shape.item)
  const quarters = (label: string, key: 'tipped' | 'turned') => (
    <Choose
      label={label}
      value={String(shape[key])}
      options={QUARTERS}
      onChange={(v) => onChange({ ...shape, [key]: Number(v) })}
    />
  )
  return (
    <>
      {item?.name ?? shape.item} of {reference?.name ?? 'a file'}, tipped by{' '}
      {quarters('How far it is tipped', 'tipped')} and turned by {quarters('How far it is turned', 'turned')}
    </>
  )
}
