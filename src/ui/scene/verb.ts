/** What verbs are about, in the order in which they are listed, with what that is called. */
export const ABOUT = { face: 'This face', edge: 'Its edge', part: 'The part', look: 'Look, mark' } as const

/** Something that can be done with a pick: its words, the doing, and what it is about (the face, if nothing is said). */
export type Verb = [words: string, act: () => void, about?: keyof typeof ABOUT]
