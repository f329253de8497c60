import { setText } from '../primitives/set-text'

/** The field a wired instrument types into: the one that has the focus, if text can be typed there. */
export function focusedField(): HTMLInputElement | undefined {
  const at = document.activeElement
  return at instanceof HTMLInputElement && (at.type === 'text' || at.type === '') && !at.readOnly ? at : undefined
}

/** Types into a field as a keyboard would, over what is selected, and presses Enter. */
export function typeInto(field: HTMLInputElement, text: string): void {
  const [from, to] = [field.selectionStart ?? field.value.length, field.selectionEnd ?? field.value.length]
  const value = field.value.slice(0, from) + text + field.value.slice(to)
  setText(field, value)
  // Enter comes after the page has taken the figure in, as from a keyboard.
  setTimeout(() => field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true })))
}
