/** The name a type of event goes by among the generated validators. */
export const eventName = (type: string): string => type.replace('.', '_');
