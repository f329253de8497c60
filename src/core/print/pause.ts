import type { Pause } from '../built/built'

/** `pause at 16.40 mm, after 82 layers, and lay Weather board in` */
export const pauseSaid = ({ height, layers, to }: Pause): string =>
  `pause at ${height.toFixed(2)} mm, after ${layers} layers, and ${to}`
