import { Type, type Static } from 'typebox';
import { STEP_FORM } from '../keyed';

const closed = { additionalProperties: false };
const text = (min: number, max: number) => Type.String({ minLength: min, maxLength: max });
const step = Type.String({ pattern: STEP_FORM.pattern });
const minutes = Type.Number({ minimum: 1, maximum: 6000 });
const pieces = Type.Optional(Type.Array(text(1, 30), { minItems: 1, maxItems: 200, uniqueItems: true }));

/** How much of a surface a step is done on, where that is not all of it. */
export const STEP_SCOPES = ['field', 'edges', 'bad spots'] as const;

/** What an own step is, of a job or of the house. */
export const ownStep = {
  name: text(1, 60),
  why: Type.Optional(text(1, 200)),
  /** The step it stands before; before the last look where that one is not on the list. */
  before: step,
  /** Minutes of one person: over everything, or of each piece. */
  minutes,
  each: Type.Optional(Type.Literal(true)),
  /** How long it rests at least before the next. */
  restMinutes: Type.Optional(Type.Number({ minimum: 1, maximum: 20160 })),
  /** What must be so before the next. */
  gate: Type.Optional(text(3, 120))
};

/** What a crew does otherwise with one surface than its list says, in the order it was said. */
export const StepEditSchema = Type.Union([
  Type.Object(
    { do: Type.Literal('add'), step: Type.String({ pattern: '^own-[a-z0-9-]{1,30}$' }), ...ownStep, pieces },
    closed
  ),
  Type.Object({ do: Type.Literal('drop'), step, why: Type.Optional(text(3, 300)) }, closed),
  Type.Object({ do: Type.Literal('move'), step, before: step }, closed),
  Type.Object({ do: Type.Literal('time'), step, minutes }, closed),
  Type.Object({ do: Type.Literal('repeat'), step, times: Type.Integer({ minimum: 2, maximum: 5 }) }, closed),
  Type.Object({ do: Type.Literal('only'), step, on: Type.Optional(Type.Enum([...STEP_SCOPES])), pieces }, closed)
]);

export type StepScope = (typeof STEP_SCOPES)[number];
export type StepEdit = Static<typeof StepEditSchema>;
export type StepEditOf<D extends StepEdit['do']> = Extract<StepEdit, { do: D }>;
