/** Text with a capital at its beginning. */
export const upperFirst = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;
