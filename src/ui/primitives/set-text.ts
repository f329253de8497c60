/** Puts text into a field so that the page hears of it the way it hears of typing, not of a value set by a program. */
export function setText(field: HTMLInputElement, text: string): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, text)
  field.dispatchEvent(new Event('input', { bubbles: true }))
}
