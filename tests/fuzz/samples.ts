import { readFileSync } from 'node:fs'
import { binaryStl, dxf, idf, meshXml, obj, svg, textStl, threemf } from '../support/files'
import { boxSoup, cylinderSoup, drilledPlate } from '../support/soups'

/** A sound file of every format, by name. */
export function samples(): Record<string, Uint8Array> {
  const plate = drilledPlate([40, 30, 5], [{ at: [12, 12], radius: 2, segments: 16 }])
  const square: [number, number][] = [
    [10, 0],
    [20, 0],
    [11, 30],
    [21, 0],
  ]
  return {
    'board.step': readFileSync('demo/boards/rl-2-rev-a.step'),
    'hinge.stl': binaryStl(plate),
    'text.stl': textStl(boxSoup([10, 20, 5])),
    'shed.obj': obj({ bar: boxSoup([10, 20, 5]), peg: cylinderSoup(3, 8, 12) }),
    'crate.3mf': threemf(`<resources><object id="1" type="model">${meshXml(boxSoup([10, 20, 5]))}</object><object id="2"><components><component objectid="1" transform="1 0 0 0 1 0 0 0 1 5 0 0"/></components></object></resources><build><item objectid="2"/></build>`), // prettier-ignore
    'board.emn': idf(),
    'vent.dxf': readFileSync('demo/bracket/vent-bracket.dxf'),
    'lines.dxf': dxf([[[0, 'LINE'], ...square], [[0, 'CIRCLE'], [10, 5], [20, 5], [40, 2]], [[0, 'ELLIPSE'], [10, 5], [20, 5], [11, 4], [21, 0], [40, 0.5], [41, 0], [42, 6.283]]], 4), // prettier-ignore
    'vent.svg': readFileSync('demo/bracket/vent-bracket.svg'),
    'tag.svg': svg('<g transform="translate(2-3) rotate(9)"><path d="M1 1h20a4 4 0 0 1 4 4v9z"/><circle id="c" cx="30" cy="9" r="4"/><use href="#c" x="9"/></g>'), // prettier-ignore
    'photo.jpg': readFileSync('demo/bracket/vent-bracket.jpg').subarray(0, 40_000),
  }
}
