/** A text that a table program would take for a formula, or one that looks already quoted against it. */
const FORMULA = /^'*[=+\-@\t\r]/;

/** A text as a cell that no table program works out: a quote before what would be a formula. */
export const textCell = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/** The text of such a cell. */
export const cellText = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell);
