import { scale as times } from '../geometry/vec'
import type { RecognisedFace } from '../recognise/recognised-face'
import type { ImportedModel, ImportedShape } from './model'

const made = new WeakMap<ImportedModel, { by: number; model: ImportedModel }>()

/** An imported model with every length multiplied; the last one made of each is kept. */
export function scaledModel(model: ImportedModel, by: number): ImportedModel {
  if (by === 1) return model
  const known = made.get(model)
  if (known?.by === by) return known.model
  const scaled: ImportedModel = {
    ...model,
    shapes: model.shapes.map((s) => scaledShape(s, by)),
    items: model.items.map((i) => ({ ...i, placement: i.placement.map((v, k) => (k % 4 === 3 ? v * by : v)) })),
  }
  made.set(model, { by, model: scaled })
  return scaled
}

function scaledShape(shape: ImportedShape, by: number): ImportedShape {
  return {
    ...shape,
    positions: shape.positions.map((v) => v * by),
    ...(shape.faces ? { faces: shape.faces.map((f) => scaledFace(f, by)) } : {}),
    ...(shape.exact ? { exact: { volume: shape.exact.volume * by ** 3, area: shape.exact.area * by ** 2 } } : {}),
  }
}

function scaledFace(face: RecognisedFace, by: number): RecognisedFace {
  const area = face.area * by * by
  if (face.kind === 'free') return { ...face, area }
  const point = times(face.point, by)
  if (face.kind === 'plane') return { ...face, area, point }
  const sized = { ...face, area, point, radius: face.radius * by }
  return sized.kind === 'torus' ? { ...sized, tube: sized.tube * by } : sized
}
