import type { FC } from 'react'
import type { FieldSpec } from '@/core/fields/kinds'
import { ChoiceEditor, FitEditor, TextEditor, YesNoEditor } from './choice'
import type { EditorProps } from './editor'
import { BodiesEditor, DrawnLineEditor, NamedShapesEditor, OutlineEditor, PublicationEditor, RimEditor, TakenEdgesEditor } from './drawings' // prettier-ignore
import { HolesEditor } from './holes'
import { ItemChoicesEditor, ItemEditor, ItemsEditor } from './item'
import { AngleEditor, CountEditor, LengthEditor, RatioEditor } from './figure'
import { MarkEditor } from './mark'
import { PartEditor, PartsEditor } from './part'
import { EdgesEditor, FacesEditor, OtherFacesEditor } from './picks'
import { PlaceEditor, PlacesEditor, SpotsEditor } from './place'
import { PlaneEditor } from './plane'
import { ReferenceEditor, ReferencesEditor } from './reference'

type Editors = { [T in FieldSpec['type']]: FC<EditorProps<Extract<FieldSpec, { type: T }>, never>> | undefined }

/** The editor of each kind of field; none for those that the sentence does not show. */
const EDITORS = {
  length: LengthEditor,
  angle: AngleEditor,
  count: CountEditor,
  ratio: RatioEditor,
  choice: ChoiceEditor,
  'yes-no': YesNoEditor,
  text: TextEditor,
  fit: FitEditor,
  reference: ReferenceEditor,
  references: ReferencesEditor,
  publication: PublicationEditor,
  item: ItemEditor,
  items: ItemsEditor,
  'item-choices': ItemChoicesEditor,
  holes: HolesEditor,
  part: PartEditor,
  parts: PartsEditor,
  faces: FacesEditor,
  edges: EdgesEditor,
  'other-faces': OtherFacesEditor,
  outline: OutlineEditor,
  plane: PlaneEditor,
  place: PlaceEditor,
  places: PlacesEditor,
  spots: SpotsEditor,
  // The shapes of a drawing are listed under its sentence.
  shapes: undefined,
  settled: undefined,
  mark: MarkEditor,
  'drawn-line': DrawnLineEditor,
  'named-shapes': NamedShapesEditor,
  'taken-edges': TakenEdgesEditor,
  rim: RimEditor,
  bodies: BodiesEditor,
} as unknown as Editors

export const editorOf = (spec: FieldSpec) => EDITORS[spec.type] as FC<EditorProps<FieldSpec, unknown>> | undefined
