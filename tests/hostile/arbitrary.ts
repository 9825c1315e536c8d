import fc from 'fast-check';
import type { TSchema } from 'typebox';
import { v7 as uuidv7 } from 'uuid';
import {
  BATCH_FORM,
  CARD_FORM,
  CHOICE_FORM,
  CLOCK_FORM,
  FACE_FORM,
  ID_FORM,
  LOCAL_TIME_FORM,
  NUMBER_FORM,
  SLUG_FORM,
  STEP_FORM,
  UUID7_FORM,
  UUID_FORM
} from '../../src/core/keyed';

/** What a text in each form may be. */
const IN_FORM = new Map<string, fc.Arbitrary<string>>([
  [ID_FORM.pattern, fc.constantFrom('floor', 'top', 'a', 'surface-1')],
  [SLUG_FORM.pattern, fc.constantFrom('b', 'board-1')],
  [STEP_FORM.pattern, fc.constantFrom('mask', 'sand-60')],
  [CARD_FORM.pattern, fc.constantFrom('ostrel-duo', 'my-oil')],
  [CHOICE_FORM.pattern, fc.constantFrom('two-part', 'whole', 'how-much')],
  [NUMBER_FORM.pattern, fc.constantFrom('rhMax', 'windMaxMPerS.brush')],
  [FACE_FORM.pattern, fc.constantFrom('floor/top')],
  [UUID_FORM.pattern, fc.uuid()],
  [UUID7_FORM.pattern, fc.nat().map(() => uuidv7())],
  [CLOCK_FORM.pattern, fc.constantFrom('07:30', '17:30')],
  [LOCAL_TIME_FORM.pattern, fc.constantFrom('2027-05-18T09:40', '2027-02-30T08:00')],
  [BATCH_FORM.pattern, fc.constantFrom('A', 'B', 'ZZ')]
]);
const FORMATS = new Map<string, fc.Arbitrary<string>>([
  ['email', fc.constantFrom('somebody@x.example')],
  ['date', fc.constantFrom('2027-05-18', '2000-02-29')],
  ['date-time', fc.constantFrom('2027-05-18T09:40:00Z', '2027-10-31T01:30:00+01:00')]
]);

interface Plain {
  anyOf?: TSchema[];
  const?: unknown;
  enum?: unknown[];
  type?: string;
  pattern?: string;
  format?: string;
  minLength?: number;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  exclusiveMaximum?: number;
  minItems?: number;
  maxItems?: number;
  items?: TSchema;
  properties?: { readonly [name in string]: TSchema };
  required?: string[];
  patternProperties?: { readonly [pattern in string]: TSchema };
}

/** Values that a schema lets through, small ones. */
export function arbitraryOf(schema: TSchema): fc.Arbitrary<unknown> {
  const s = schema as unknown as Plain;
  if (s.const !== undefined) return fc.constant(s.const);
  if (s.enum) return fc.constantFrom(...s.enum);
  if (s.anyOf) return fc.oneof(...s.anyOf.map(arbitraryOf));
  switch (s.type) {
    case 'boolean':
      return fc.boolean();
    case 'integer':
      return fc.integer({ min: Math.ceil(s.minimum ?? -1000), max: Math.floor(s.maximum ?? 1000) });
    case 'number':
      return fc
        .double({
          min: s.minimum ?? (s.exclusiveMinimum !== undefined ? s.exclusiveMinimum + 1e-3 : -1000),
          max: s.maximum ?? (s.exclusiveMaximum !== undefined ? s.exclusiveMaximum - 1e-3 : 1000),
          noNaN: true
        })
        .map((v) => Math.round(v * 1000) / 1000 || (s.exclusiveMinimum === undefined ? 0 : 1));
    case 'string':
      if (s.pattern) return IN_FORM.get(s.pattern) ?? fc.constant('x');
      if (s.format) return FORMATS.get(s.format) ?? fc.constant('x');
      return fc
        .string({ unit: 'grapheme', minLength: s.minLength ?? 0, maxLength: Math.min(s.maxLength ?? 20, 20) })
        .map((t) => (t.length <= (s.maxLength ?? 1e6) ? t : 'x'));
    case 'array':
      return fc.array(arbitraryOf(s.items!), {
        minLength: s.minItems ?? 0,
        maxLength: Math.max(s.minItems ?? 0, Math.min(s.maxItems ?? 3, 3))
      });
    case 'object': {
      if (s.patternProperties) {
        const [[pattern, value]] = Object.entries(s.patternProperties) as [[string, TSchema]];
        return fc.dictionary(IN_FORM.get(pattern) ?? fc.constant('x'), arbitraryOf(value), { maxKeys: 2 });
      }
      const required = new Set(s.required ?? []);
      return fc.record(
        Object.fromEntries(Object.entries(s.properties ?? {}).map(([name, p]) => [name, arbitraryOf(p)])),
        { requiredKeys: [...required] }
      );
    }
    default:
      return fc.jsonValue();
  }
}

/** What no form wants. */
export const HOSTILE: readonly unknown[] = [
  null,
  '',
  0,
  -1,
  1e15,
  1e308,
  -0,
  1e-300,
  true,
  [],
  {},
  [[[[[[]]]]]],
  'NaN',
  '../../etc/passwd',
  '<script>alert(1)</script>',
  "'; DROP TABLE job; --",
  'x'.repeat(5000),
  '\u0000',
  '\u202Eevil',
  '💥'.repeat(60),
  '💥'.slice(0, 1),
  '=HYPERLINK("x")',
  'constructor',
  '__proto__',
  'toString',
  '2027-02-30',
  { $gt: '' },
  Array.from({ length: 300 }, (_, i) => i)
];
export const HOSTILE_NAMES = [
  'constructor',
  'toString',
  'prototype',
  'hasOwnProperty',
  '💥',
  '',
  'a'.repeat(300),
  '$where'
];

/** A value with something hostile somewhere in it. */
export const spoilt = (value: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> =>
  fc
    .tuple(value, fc.nat(), fc.constantFrom(...HOSTILE), fc.constantFrom('put', 'drop', 'add', 'proto'))
    .map(([v, pick, bad, how]) => {
      const copy = structuredClone(v);
      const groups: object[] = [];
      const walk = (x: unknown) => {
        if (typeof x !== 'object' || x === null) return;
        groups.push(x);
        Object.values(x).forEach(walk);
      };
      walk(copy);
      if (groups.length === 0) return bad;
      const group = groups[pick % groups.length] as { [name: string]: unknown };
      const names = Object.keys(group);
      const name = names[pick % Math.max(1, names.length)];
      if (how === 'drop' && name !== undefined) delete group[name];
      else if (how === 'put' && name !== undefined) group[name] = bad;
      // An own field of that name, as it comes out of JSON text.
      else if (how === 'proto')
        Object.defineProperty(group, '__proto__', { value: bad, enumerable: true, configurable: true, writable: true });
      else group[HOSTILE_NAMES[pick % HOSTILE_NAMES.length]!] = bad;
      return copy;
    });
