/** A date and a time to the minute or finer, and the zone it is told in. */
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:?\d{2})$/;

/** Whether a text names one instant: a full date and time with its zone. */
export const isInstant = (text: string): boolean => INSTANT.test(text) && Number.isFinite(Date.parse(text));
