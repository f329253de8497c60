/** Round cells by what they are sold as: the largest diameter and length, mm. Source: IEC 60086-2; 18650 and 21700 as makers say them. */
export const CELLS = {
  AAA: { across: 10.5, long: 44.5 },
  AA: { across: 14.5, long: 50.5 },
  C: { across: 26.2, long: 50 },
  D: { across: 34.2, long: 61.5 },
  '18650': { across: 18.6, long: 65.2 },
  '21700': { across: 21.7, long: 70.8 },
} as const
export type Cell = keyof typeof CELLS
