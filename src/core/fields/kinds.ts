import { choiceKind, type ChoiceField, fitKind, type FitField, textKind, type TextField, yesNoKind, type YesNoField } from './choice' // prettier-ignore
import { type DrawnLineField, drawnLineKind } from './drawn-line'
import type { FieldKind } from './field-kind'
import {
  type HolesField,
  holesKind,
  type ItemChoicesField,
  itemChoicesKind,
  type ItemField,
  itemKind,
  type ItemsField,
  itemsKind,
} from './item'
import { type LengthField, lengthKind } from './length'
import { type AngleField, angleKind, type CountField, countKind, type RatioField, ratioKind } from './number'
import { type EdgesField, edgesKind, type FacesField, facesKind, type PartField, partKind, type PartsField, partsKind } from './part' // prettier-ignore
import { type PublicationField, publicationKind } from './publication'
import { type OutlineField, outlineKind } from './outline'
import { type OtherFacesField, otherFacesKind } from './other-faces'
import { type MarkField, markKind } from './mark'
import { type NamedShapesField, namedShapesKind } from './named-shapes'
import { type PlaceField, placeKind, type PlacesField, placesKind } from './place'
import { type PlaneField, planeKind } from './plane'
import type { Reference } from '../references/resolve'
import { type ReferenceField, referenceKind, type ReferencesField, referencesKind } from './reference'
import { type RimField, rimKind } from './rim'
import { type SettledField, settledKind } from './settled'
import { type ShapesField, shapesKind } from './shapes'
import { type BodiesField, bodiesKind } from './bodies'
import { type SpotsField, spotsKind } from './spots'
import { type TakenEdgesField, takenEdgesKind } from './taken-edges'

/** Every kind of field there is. A new one is one file, a line in each of these two lists, and its editor. */
export const FIELD_KINDS = {
  length: lengthKind,
  angle: angleKind,
  count: countKind,
  ratio: ratioKind,
  choice: choiceKind,
  'yes-no': yesNoKind,
  text: textKind,
  fit: fitKind,
  reference: referenceKind,
  references: referencesKind,
  publication: publicationKind,
  item: itemKind,
  items: itemsKind,
  'item-choices': itemChoicesKind,
  holes: holesKind,
  part: partKind,
  parts: partsKind,
  faces: facesKind,
  edges: edgesKind,
  'other-faces': otherFacesKind,
  outline: outlineKind,
  plane: planeKind,
  place: placeKind,
  places: placesKind,
  spots: spotsKind,
  mark: markKind,
  'drawn-line': drawnLineKind,
  settled: settledKind,
  shapes: shapesKind,
  'named-shapes': namedShapesKind,
  'taken-edges': takenEdgesKind,
  rim: rimKind,
  bodies: bodiesKind,
} as const

export type FieldSpec =
  | LengthField
  | AngleField
  | CountField
  | RatioField
  | ChoiceField
  | YesNoField
  | TextField
  | FitField
  | ReferenceField
  | ReferenceField<Reference | undefined>
  | ReferencesField
  | PublicationField
  | ItemField
  | ItemsField
  | ItemChoicesField
  | HolesField
  | PartField
  | PartsField
  | FacesField
  | EdgesField
  | OtherFacesField
  | OutlineField
  | PlaneField
  | PlaceField
  | PlacesField
  | SpotsField
  | MarkField
  | DrawnLineField
  | SettledField
  | ShapesField
  | NamedShapesField
  | TakenEdgesField
  | RimField
  | BodiesField

export type FieldSpecs = Readonly<Record<string, FieldSpec>>

/** What a field comes to. */
export type FieldValue<S> = S extends { readonly comesTo?: infer V } ? Exclude<V, undefined> : never
export type FieldValues<F> = { readonly [K in keyof F]: FieldValue<F[K]> }

/** The kind of a field, for those who treat all kinds alike. */
export const fieldKind = (spec: FieldSpec): FieldKind<FieldSpec> =>
  FIELD_KINDS[spec.type] as unknown as FieldKind<FieldSpec>
