/** A count in words: `counted(1, 'rag', 'rags')` is "1 rag", of two it is "2 rags". */
export const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/** "1 rag", "2 rags". */
export const countedRags = (count: number): string => counted(count, 'rag', 'rags');
