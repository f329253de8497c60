/** What values are called in formulas: letters, digits and _, beginning with a letter. */
export const FORMULA_NAME = /^[A-Za-z_]\w{0,39}$/
