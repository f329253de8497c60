/**
 * What can be said of a face of a part: with others it stands on faces or is sunk in them; that can be taken by itself; it is
 * an edge that was rounded or bevelled.
 */
export const [STANDS, APART, EDGED] = [1, 2, 4]
