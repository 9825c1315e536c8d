import type { ValidateFunction } from 'ajv';
import type { TSchema } from 'typebox';
import { schemaShape, type JSONSchema } from 'sveltekit-superforms';
import type { ValidationAdapter } from 'sveltekit-superforms/adapters';
import { fieldIssues } from './issues';

/** Joins a schema and its compiled validator to the form library, on the server. The id is unique per form on a page. */
export function formOf<T extends Record<string, unknown>>(
  schema: TSchema,
  validator: ValidateFunction,
  id: string,
  defaults: T
): ValidationAdapter<T> {
  const json = schema as unknown as JSONSchema;
  return {
    superFormValidationLibrary: 'custom',
    jsonSchema: json,
    id,
    constraints: {},
    defaults,
    shape: schemaShape(json),
    validate: async (data: unknown) =>
      validator(data) ? { success: true, data: data as T } : { success: false, issues: fieldIssues(validator) }
  } as unknown as ValidationAdapter<T>;
}
