/** Whether a text is whole: a half of a surrogate pair, such as half an emoji, can be neither sent nor stored. */
export const isWhole = (text: string): boolean =>
  !/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/.test(text);

/** The text with every broken half replaced by the sign for what can't be shown. */
export const madeWhole = (text: string): string =>
  text.replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '\uFFFD');
