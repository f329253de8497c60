import { strToU8, zipSync } from 'fflate'
import type { Soup } from './soups'

const encode = (text: string): Uint8Array => new TextEncoder().encode(text)

export function binaryStl({ positions }: Soup, claimed = positions.length / 9): Uint8Array {
  const count = positions.length / 9
  const bytes = new Uint8Array(84 + 50 * count)
  const view = new DataView(bytes.buffer)
  view.setUint32(80, claimed, true)
  for (let t = 0; t < count; t++)
    for (let i = 0; i < 9; i++) view.setFloat32(84 + 50 * t + 12 + 4 * i, positions[9 * t + i]!, true)
  return bytes
}

export function textStl({ positions }: Soup, name = 'shed hinge'): Uint8Array {
  const facets = Array.from({ length: positions.length / 9 }, (_, t) => {
    const corner = (k: number) =>
      `      vertex ${[0, 1, 2].map((c) => positions[9 * t + 3 * k + c]!.toExponential(6)).join(' ')}`
    return `  facet normal 0 0 0\n    outer loop\n${[0, 1, 2].map(corner).join('\n')}\n    endloop\n  endfacet`
  })
  return encode(`solid ${name}\n${facets.join('\n')}\nendsolid ${name}\n`)
}

export function obj(groups: Record<string, Soup>): Uint8Array {
  let base = 1
  const parts = Object.entries(groups).map(([name, { positions }]) => {
    const v = Array.from(
      { length: positions.length / 3 },
      (_, i) => `v ${[...positions.slice(3 * i, 3 * i + 3)].join(' ')}`,
    )
    const f = Array.from(
      { length: positions.length / 9 },
      (_, t) => `f ${base + 3 * t}/1 ${base + 3 * t + 1}//2 ${base + 3 * t + 2}`,
    )
    base += positions.length / 3
    return `o ${name}\n${v.join('\n')}\n${f.join('\n')}`
  })
  return encode(`# made up\n${parts.join('\n')}\n`)
}

/** A 3MF package around the inside of its <model>. */
export const threemf = (inside: string, unit = 'millimeter'): Uint8Array =>
  zipSync({
    '_rels/.rels': strToU8(
      '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/part.model" Id="r" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
    ),
    '3D/part.model': strToU8(
      `<?xml version="1.0"?><model unit="${unit}" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">${inside}</model>`,
    ),
  })

/** The <mesh> of a soup. */
export const meshXml = ({ positions }: Soup): string => {
  const vertices = Array.from({ length: positions.length / 3 }, (_, i) => `<vertex x="${positions[3 * i]}" y="${positions[3 * i + 1]}" z="${positions[3 * i + 2]}"/>`) // prettier-ignore
  const triangles = Array.from({ length: positions.length / 9 }, (_, t) => `<triangle v1="${3 * t}" v2="${3 * t + 1}" v3="${3 * t + 2}"/>`) // prettier-ignore
  return `<mesh><vertices>${vertices.join('')}</vertices><triangles>${triangles.join('')}</triangles></mesh>`
}

/** A DXF of entities, each a list of group codes and values. */
export function dxf(
  entities: readonly (readonly (readonly [number, string | number])[])[],
  units?: number,
  tables = '',
): Uint8Array {
  const pair = ([code, value]: readonly [number, string | number]) => `${code}\n${value}`
  const header = units === undefined ? '' : `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${units}\n0\nENDSEC\n`
  return encode(
    `${header}${tables}0\nSECTION\n2\nENTITIES\n${entities
      .flat()
      .map((p) => `${pair(p)}\n`)
      .join('')}0\nENDSEC\n0\nEOF\n`,
  )
}

export const svg = (inside: string, attributes = 'width="60mm" height="40mm" viewBox="0 0 60 40"'): Uint8Array =>
  encode(`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`)

/** A small board in IDF 3.0 with its library behind it. */
export const idf = (unit: 'MM' | 'THOU' = 'MM'): Uint8Array => {
  const n = (mm: number) => (unit === 'MM' ? mm : mm / 0.0254).toFixed(6)
  return encode(`.HEADER
BOARD_FILE 3.0 "made up" 2026/10/01.10:00:00 1
rain_gauge ${unit}
.END_HEADER
.BOARD_OUTLINE ECAD
${n(1.6)}
0 ${n(0)} ${n(0)} 0
0 ${n(50)} ${n(0)} 0
0 ${n(50)} ${n(30)} 0
0 ${n(0)} ${n(30)} 0
0 ${n(0)} ${n(0)} 0
1 ${n(25)} ${n(15)} 0
1 ${n(28)} ${n(15)} 360
.END_BOARD_OUTLINE
.DRILLED_HOLES
${n(3.2)} ${n(5)} ${n(5)} NPTH BOARD MTG ECAD
${n(3.2)} ${n(45)} ${n(25)} NPTH BOARD MTG ECAD
.END_DRILLED_HOLES
.PLACEMENT
box_10x4 10x4 J1
${n(40)} ${n(8)} 0.0 90.0 TOP PLACED
box_10x4 10x4 J2
${n(12)} ${n(20)} 0.0 0.0 BOTTOM PLACED
.END_PLACEMENT
.HEADER
LIBRARY_FILE 3.0 "made up" 2026/10/01.10:00:00 1
.END_HEADER
.ELECTRICAL
box_10x4 10x4 MM 5.0
0 -5 -2 0
0 5 -2 0
0 5 2 0
0 -5 2 0
0 -5 -2 0
.END_ELECTRICAL
`)
}
