/** Gives the focus to what has taken a field's place, once it is there: whoever works by keyboard goes on from there. */
export function refocus(find: () => HTMLElement | null | undefined): void {
  setTimeout(() => find()?.focus())
}
