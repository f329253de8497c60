/** True if what had the focus is gone and nothing else has taken it. */
export const lostFocus = (): boolean => document.activeElement === null || document.activeElement === document.body

/**
 * Gives the focus to what has taken a field's place, once it is there: whoever works by keyboard goes on from there.
 * Who has gone on elsewhere by then is left there.
 */
export function refocus(find: () => HTMLElement | null | undefined): void {
  setTimeout(() => lostFocus() && find()?.focus())
}
