import { UUID_FORM } from '$core/keyed';

const UUID = new RegExp(UUID_FORM.pattern);

/** The id a form's field holds, or null when it holds none in the one way ids are written. */
export function idIn(data: FormData, field: string): string | null {
  const id = data.get(field);
  return typeof id === 'string' && UUID.test(id) ? id : null;
}
