import type { ValidateFunction } from 'ajv';
import type { ClientValidationAdapter } from 'sveltekit-superforms/adapters';
import { fieldIssues } from './issues';

/** The same compiled validator in the browser: no code is made at run time, so the content-security policy stays strict. */
export const clientCheck = <T extends Record<string, unknown>>(validator: ValidateFunction) =>
  ({
    superFormValidationLibrary: 'custom',
    validate: async (data: unknown) => {
      const copy = structuredClone(data);
      return validator(copy) ? { success: true, data: copy as T } : { success: false, issues: fieldIssues(validator) };
    }
  }) as unknown as ClientValidationAdapter<T>;
