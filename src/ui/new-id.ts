/** A name for something new in the document. */
export const newId = (): string => crypto.randomUUID().slice(0, 8)
