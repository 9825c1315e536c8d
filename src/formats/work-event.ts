import type { ValidateFunction } from 'ajv';
import type { NewEvent } from '../core/log';
import { liftEvent } from './lift-event';
import { eventName } from './schema/event-name';
import * as validators from './validate/gen/newEvent.gen.js';
import { check, type Checked } from './validate/validate';

const byName: ReadonlyMap<string, ValidateFunction> = new Map(Object.entries(validators));

/** Checks an event as a device makes it, of any version, by the schema of its own type. */
export function checkEvent(raw: unknown): Checked<NewEvent> {
  const data = liftEvent(raw);
  if (typeof data !== 'object' || data === null || Array.isArray(data))
    return { ok: false, problems: [{ path: '', problem: 'must be a group of fields' }] };
  const { type } = data as { type?: unknown };
  const validator = typeof type === 'string' ? byName.get(eventName(type)) : undefined;
  if (!validator)
    return {
      ok: false,
      problems: [{ path: '/type', problem: type === undefined ? 'is missing' : 'is not a kind this format knows' }]
    };
  return check<NewEvent>(validator, data);
}
