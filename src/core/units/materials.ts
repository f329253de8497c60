/** Densities in g/cm3: filaments as their makers give them, metals and board material from common tables. */
export const MATERIALS = {
  PLA: 1.24,
  PETG: 1.27,
  ABS: 1.04,
  ASA: 1.07,
  nylon: 1.1,
  TPU: 1.21,
  'circuit board': 1.85,
  aluminium: 2.7,
  steel: 7.85,
  brass: 8.5,
} as const
export type Material = keyof typeof MATERIALS

/** The mass in grams of a volume in mm3. */
export const massOf = (volume: number, material: Material): number => (volume / 1000) * MATERIALS[material]

/** The filament that a maker's word for it means; undefined for one nobody knows here. */
export const filamentNamed = (word: string): Material | undefined =>
  (Object.keys(MATERIALS) as Material[]).find((m) => m.toLowerCase() === word.trim().toLowerCase())
