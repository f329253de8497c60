/** Colours of the scene for light and dark sheets; the same names as in the style sheet. */
export interface Palette {
  ground: string
  grid: string
  ink: string
  ghost: string
  ghostEdge: string
  mark: string
  hover: string
  rust: string
  moss: string
}

const LIGHT: Palette = {
  ground: '#e9e4d8',
  grid: '#d9d1bf',
  ink: '#21282b',
  ghost: '#f6f1e4',
  ghostEdge: '#8b8573',
  mark: '#0d5a58',
  hover: '#5b918c',
  rust: '#a2401c',
  moss: '#47682f',
}

const DARK: Palette = {
  ground: '#24282a',
  grid: '#33393b',
  ink: '#0f1314',
  ghost: '#4a4b46',
  ghostEdge: '#b5ae9b',
  mark: '#7fcac2',
  hover: '#5b918c',
  rust: '#e8875f',
  moss: '#9dc37e',
}

export const palette = (): Palette => (window.matchMedia('(prefers-color-scheme: dark)').matches ? DARK : LIGHT)
