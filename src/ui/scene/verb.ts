/** Something that can be done with a pick: its words, and the doing. */
export type Verb = [words: string, act: () => void]
