/**
 * What can be said of a face of a part: with others it stands on faces or is sunk in them; that can be taken by itself; it is
 * an edge that was rounded or bevelled; with others it stands out of the faces round it, at inner edges all round.
 */
export const [STANDS, APART, EDGED, OUT] = [1, 2, 4, 8]
