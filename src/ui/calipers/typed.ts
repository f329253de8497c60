/** The field a wired instrument types into: the one that has the focus, if text can be typed there. */
export function focusedField(): HTMLInputElement | undefined {
  const at = document.activeElement
  return at instanceof HTMLInputElement && (at.type === 'text' || at.type === '') && !at.readOnly ? at : undefined
}

/** Types into a field as a keyboard would, over what is selected, and presses Enter. */
export function typeInto(field: HTMLInputElement, text: string): void {
  const [from, to] = [field.selectionStart ?? field.value.length, field.selectionEnd ?? field.value.length]
  const value = field.value.slice(0, from) + text + field.value.slice(to)
  // The page must hear of it the way it hears of typing, not of a value set by a program.
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, value)
  field.dispatchEvent(new Event('input', { bubbles: true }))
  // Enter comes after the page has taken the figure in, as from a keyboard.
  setTimeout(() => field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true })))
}
