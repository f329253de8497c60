/** How many lines of the nozzle a thickness is, mm both, and that whole ones are best where it is not. */
export function wholeLines(thick: number, line: number): string {
  const lines = thick / line
  const whole = Math.abs(lines - Math.round(lines)) < 0.02
  return whole ? `${Math.round(lines)} lines` : `${lines.toFixed(2)} lines, where whole ones print best`
}
