import { fail, type ActionFailure } from '@sveltejs/kit';
import type { SuperValidated } from 'sveltekit-superforms';

/** Answers a form with what is wrong in it; passwords never come back in a page. */
export function refuseForm<T extends { [field: string]: unknown }>(
  form: SuperValidated<T>,
  status = 400
): ActionFailure<{ form: SuperValidated<T> }> {
  const data: { [field: string]: unknown } = form.data;
  for (const field of Object.keys(data)) if (/password/i.test(field)) data[field] = '';
  return fail(status, { form });
}
