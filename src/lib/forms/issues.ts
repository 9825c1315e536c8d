import type { ValidateFunction } from 'ajv';
import { fieldProblems } from '$formats/validate/validate';

/** The last errors of a validator as the form library wants them: path in parts, message as a sentence. */
export const fieldIssues = (validator: ValidateFunction) =>
  fieldProblems(validator.errors ?? []).map((p) => ({
    path: p.path
      .split('/')
      .slice(1)
      .map((part) => (/^\d+$/.test(part) ? Number(part) : part)),
    message: p.problem.charAt(0).toUpperCase() + p.problem.slice(1) + '.'
  }));
