import { fromDefinition, fromTransformAttribute, type MatrixDescriptor, transform } from 'transformation-matrix'
import { type Affine, STILL } from '../../outlines/curves'
import { DamagedFile, finite } from '../limits'

/** Millimetres in the lengths of CSS; a px is a 96th of an inch there. */
export const MM: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, q: 0.25, px: 25.4 / 96 } // prettier-ignore

const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/g

/** Numbers one behind the other, with or without anything between them: `10-10 5.5.5`. @throws DamagedFile */
export function numbersIn(text: string, where: string): number[] {
  if (text.replace(NUMBER, '').trim().replace(/[\s,]/g, '') !== '')
    throw new DamagedFile(`The SVG is damaged: ${where} holds something else than numbers.`)
  return (text.match(NUMBER) ?? []).map((n) => finite(Number(n), where))
}

/** A length in user units; percentages are of `whole`. Undefined for `auto`, or where it is not said. @throws DamagedFile */
export function lengthOf(text: string | undefined, whole: number, where: string): number | undefined {
  if (text === undefined || text.trim() === 'auto' || text.trim() === '') return undefined
  const found = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*(%|[a-zA-Z]*)\s*$/.exec(text)
  const unit = found?.[2]?.toLowerCase() ?? ''
  const factor = unit === '' ? 1 : unit === '%' ? whole / 100 : (MM[unit] ?? NaN) / MM.px!
  return finite(Number(found?.[1] ?? NaN) * factor, where)
}

const STEP = /([a-zA-Z]+)\s*\(([^)]*)\)/g
/** Those of styles that attributes do not have, said by those they have. */
const STYLED: Readonly<Record<string, (v: number) => string>> = {
  translateX: (v) => `translate(${v},0)`,
  translateY: (v) => `translate(0,${v})`,
  scaleX: (v) => `scale(${v},1)`,
  scaleY: (v) => `scale(1,${v})`,
}

/** A transform as an attribute or a style has it. @throws DamagedFile */
export function transformOf(text: string | undefined): Affine {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return STILL
  const damaged = () => new DamagedFile(`The SVG is damaged: it has a transform that cannot be read, "${text.slice(0, 60)}".`) // prettier-ignore
  if (text.replace(STEP, '').replace(/[\s,]/g, '') !== '') throw damaged()
  const steps = [...text.matchAll(STEP)].map(([, name, list]) => {
    const v = numbersIn(list!.replace(/(deg|px)\b/gi, ''), 'a transform')
    return STYLED[name!]?.(v[0] ?? 0) ?? `${name}(${v.join(',')})`
  })
  let matrices: MatrixDescriptor[]
  try {
    matrices = fromTransformAttribute(steps.join(' '))
  } catch {
    throw damaged()
  }
  const m = transform(fromDefinition(matrices))
  return [m.a, m.b, m.c, m.d, m.e, m.f].map((v) => finite(v, 'a transform of the SVG')) as unknown as Affine
}
