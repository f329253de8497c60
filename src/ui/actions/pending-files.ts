let pending: readonly File[] = []

/** Keeps files for the project that is opened next on this page. */
export const leaveFiles = (files: readonly File[]): void => {
  pending = files
}

/** Takes the files that were left for it; they are there once. */
export function takeFiles(): readonly File[] {
  const files = pending
  pending = []
  return files
}
