/** Text with a capital at its beginning. */
export const upperFirst = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** A text as it stands within a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
