import { UUID_FORM } from '$core/keyed';

const UUID = new RegExp(UUID_FORM.pattern);

/** Whether a text is an id in the one way ids are written. */
export const isUuid = (text: string): boolean => UUID.test(text);

/** The id a form's field holds, or null when it holds none in the one way ids are written. */
export function idIn(data: FormData, field: string): string | null {
  const id = data.get(field);
  return typeof id === 'string' && isUuid(id) ? id : null;
}
