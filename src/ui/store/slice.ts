/** Makes one slice of the store; it sees and changes nothing but itself. */
export type Slice<T> = (set: (change: Partial<T>) => void, get: () => T) => T
