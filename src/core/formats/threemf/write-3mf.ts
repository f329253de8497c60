import { strToU8, zipSync } from 'fflate'
import type { Placement } from '../../geometry/placement'
import type { OutMesh } from '../stl/write-stl'

export interface OutObject extends OutMesh {
  name: string
  /** #rrggbb */
  color: string
  /** Faces in other colours: these, and for each triangle which of them it has, counted from 1; 0 is its own. */
  paint?: { colors: readonly string[]; ofTriangle: ArrayLike<number> }
  /** What is to be known of it besides, as its description. */
  said?: string
  /** Where it stands, once for each of it. */
  placements: readonly Placement[]
}

const CORE = 'http://schemas.microsoft.com/3dmanufacturing/core/2015/02'
const TYPES = 'http://schemas.openxmlformats.org/package/2006/content-types'
const RELATIONS = 'http://schemas.openxmlformats.org/package/2006/relationships'

/**
 * One 3MF package (core specification 1.3): unit millimetre, a material with name and colour and an
 * object for each part, and a build item for each place where it stands.
 * @param said lines for its description
 */
export function write3mf(objects: readonly OutObject[], title: string, said: readonly string[] = []): Uint8Array {
  return zipSync({
    '[Content_Types].xml': strToU8(
      `${XML}<Types xmlns="${TYPES}"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>`,
    ),
    '_rels/.rels': strToU8(
      `${XML}<Relationships xmlns="${RELATIONS}"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>`,
    ),
    '3D/3dmodel.model': strToU8(modelXml(objects, title, said)),
  })
}

const XML = '<?xml version="1.0" encoding="UTF-8"?>\n'

function modelXml(objects: readonly OutObject[], title: string, said: readonly string[]): string {
  const bases = objects.map((o) => ({ name: o.name, color: o.color }))
  /** Where the colours of each object's painted faces begin among the materials. */
  const painted = objects.map((o) => {
    const first = bases.length
    bases.push(...(o.paint?.colors ?? []).map((color, k) => ({ name: `${o.name}, face ${k + 1}`, color })))
    return first
  })
  const materials = bases.map((b) => `<base name="${escape(b.name)}" displaycolor="${b.color.toUpperCase()}FF"/>`)
  const meshes = objects.map((o, i) => objectXml(o, i, painted[i]!))
  const items = objects.flatMap((o, i) =>
    o.placements.map((p) => `<item objectid="${i + 2}" transform="${transform(p)}"/>`),
  )
  return [
    `${XML}<model unit="millimeter" xml:lang="en" xmlns="${CORE}">`,
    `<metadata name="Title">${escape(title)}</metadata><metadata name="Application">Anorak</metadata>${said.length > 0 ? `<metadata name="Description">${escape(said.join('\n'))}</metadata>` : ''}`,
    `<resources><basematerials id="1">${materials.join('')}</basematerials>`,
    ...meshes,
    `</resources><build>${items.join('')}</build></model>`,
  ].join('\n')
}

function objectXml({ name, said, positions, indices, paint }: OutObject, index: number, painted: number): string {
  const out: string[] = [
    `<object id="${index + 2}" type="model" name="${escape(name)}" pid="1" pindex="${index}">${said ? `<metadatagroup><metadata name="Description">${escape(said)}</metadata></metadatagroup>` : ''}<mesh><vertices>`,
  ]
  for (let i = 0; i < positions.length; i += 3)
    out.push(`<vertex x="${figure(positions[i]!)}" y="${figure(positions[i + 1]!)}" z="${figure(positions[i + 2]!)}"/>`)
  out.push('</vertices><triangles>')
  for (let t = 0; t < indices.length; t += 3) {
    const which = paint?.ofTriangle[t / 3] ?? 0
    const own = which > 0 ? ` pid="1" p1="${painted + which - 1}"` : ''
    out.push(`<triangle v1="${indices[t]}" v2="${indices[t + 1]}" v3="${indices[t + 2]}"${own}/>`)
  }
  out.push('</triangles></mesh></object>')
  return out.join('')
}

/** Nine significant digits carry every 32-bit float. */
const figure = (v: number): string => String(Number(v.toPrecision(9)))

/** 3MF writes a placement as the rotation's columns, then the translation. */
function transform(m: Placement): string {
  return [0, 1, 2, 3]
    .flatMap((c) => [m[c]!, m[4 + c]!, m[8 + c]!])
    .map(figure)
    .join(' ')
}

/** XML 1.0 text; characters it cannot hold are left out. */
const escape = (text: string): string =>
  text
    .replace(
      /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g,
      '',
    )
    .replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`)
