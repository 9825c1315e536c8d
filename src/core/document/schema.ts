import { FACE_FORM, ID_FORM, SLUG_FORM } from '../keyed';
import { air, PlaceSchema } from '../place/schema';
import { Type, type Static } from 'typebox';
import { RHYTHMS } from '../house/schema';
import { MethodSchema } from '../method/schema';
import { ProductCardSchema } from '../product/schema';
import { LivingSchema, SurfaceSchema } from '../surface/schema';

const text = (max: number) => Type.String({ minLength: 1, maxLength: max });
const closed = { additionalProperties: false };

/** Where in the world a job is. */
const where = {
  place: text(120),
  latitudeDeg: Type.Number({ minimum: -90, maximum: 90 }),
  longitudeDeg: Type.Number({ minimum: -180, maximum: 180 }),
  timeZone: text(60)
};

export const WhereSchema = Type.Object(where, closed);

/** One place of a job and where in the world it is, together. */
export const SiteSchema = Type.Object({ ...where, ...air }, closed);

/** What is done to the coat below before this one goes on. */
export const CUT_BACKS = ['nothing', 'denib', 'abrade'] as const;

/** One coat of a sequence: product, colour, method and what comes before it. */
export const CoatChoiceSchema = Type.Object(
  {
    productId: text(60),
    colour: text(40),
    method: MethodSchema,
    tool: Type.Optional(text(60)),
    /** The crew's own dwell, in place of the card's shortest. */
    dwellMinutes: Type.Optional(Type.Number({ minimum: 0, maximum: 2880 })),
    cutBack: Type.Optional(Type.Enum([...CUT_BACKS])),
    /** Faces this coat does not go on, as surface/face. */
    not: Type.Optional(Type.Array(Type.String({ minLength: 3, maxLength: 81 }), { maxItems: 400 }))
  },
  closed
);

export const FinishSchema = Type.Object(
  {
    productId: text(60),
    colour: text(40),
    method: MethodSchema,
    /** False for a maintenance coat over an old finish. */
    bareWood: Type.Boolean(),
    /** The last coat goes on only if the look at the one below says so. */
    lastByLook: Type.Optional(Type.Literal(true)),
    /** The last coat is rubbed once more, after a night. */
    lastRub: Type.Optional(Type.Literal(true)),
    /** When its next coat may go on, where that is not as the house has it. */
    rhythm: Type.Optional(Type.Enum([...RHYTHMS])),
    /** The coats in order, where they are not all alike. The last goes on for coats beyond the list. */
    coats: Type.Optional(Type.Array(CoatChoiceSchema, { minItems: 1, maxItems: 12 }))
  },
  closed
);

/** Coats by surface/face. */
const faceCoats = Type.Optional(
  Type.Record(Type.String({ pattern: FACE_FORM.pattern }), Type.Integer({ minimum: 0, maximum: 12 }), closed)
);

/** A finish system that is weighed against others: its finish, and coats per face where they differ from the job's. */
export const FinishSystemSchema = Type.Object(
  {
    id: Type.String({ pattern: SLUG_FORM.pattern }),
    finish: FinishSchema,
    faceCoats
  },
  closed
);

export const LIGHTS = [
  'daylight, north',
  'daylight, sun',
  'warm lamps',
  'cold lamps',
  'the room as it is lit'
] as const;

/** A board of the same wood, finished as proposed, to be judged by the client. */
export const SampleBoardSchema = Type.Object(
  {
    id: Type.String({ pattern: SLUG_FORM.pattern }),
    name: text(60),
    speciesId: text(40),
    lastGrit: Type.Integer({ minimum: 24, maximum: 2000 }),
    waterPopped: Type.Boolean(),
    /** Coats from the wood up. */
    layers: Type.Array(Type.Object({ productId: text(60), colour: text(40), method: MethodSchema }, closed), {
      minItems: 1,
      maxItems: 12
    }),
    recipe: Type.Optional(text(300)),
    madeOn: Type.String({ format: 'date' }),
    light: Type.Enum([...LIGHTS]),
    note: Type.Optional(Type.String({ maxLength: 600 }))
  },
  closed
);

/** What the last coat of a part may have to come to before another part begins, in its order. */
export const AWAITED = ['touch dry', 'ready', 'light use', 'full cure', 'installed'] as const;

/** Faces of a surface that a part takes: one or all of them, on all pieces or on some. */
export const TakenSchema = Type.Object(
  {
    surface: Type.String({ pattern: ID_FORM.pattern }),
    face: Type.Optional(Type.String({ pattern: ID_FORM.pattern })),
    pieces: Type.Optional(
      Type.Array(Type.String({ minLength: 1, maxLength: 30 }), { minItems: 1, maxItems: 200, uniqueItems: true })
    )
  },
  closed
);

/**
 * Faces that share one sequence of coats, at one place, on one timetable. The first part of a job takes every face that no
 * other takes, so that each coated face of each piece is in exactly one.
 */
export const PartSchema = Type.Object(
  {
    id: Type.String({ pattern: SLUG_FORM.pattern }),
    /** The crew's own name for it; without one it goes by what it takes. */
    name: Type.Optional(text(60)),
    placeId: Type.String({ pattern: SLUG_FORM.pattern }),
    /** Where it is carried, before which coat: from then on the air of that place counts. */
    moves: Type.Optional(
      Type.Array(
        Type.Object(
          {
            before: Type.Integer({ minimum: 2, maximum: 12 }),
            placeId: Type.String({ pattern: SLUG_FORM.pattern })
          },
          closed
        ),
        { minItems: 1, maxItems: 6 }
      )
    ),
    takes: Type.Array(TakenSchema, { maxItems: 400, uniqueItems: true }),
    /** Coats of faces that other parts have too, on other pieces; of all others the face itself tells. */
    faceCoats,
    finish: Type.Optional(FinishSchema),
    /** Systems weighed against each other before one is chosen. */
    compared: Type.Optional(Type.Array(FinishSystemSchema, { maxItems: 4 })),
    startAt: Type.Optional(Type.String({ format: 'date-time' })),
    /** The part it waits for, and what that one must have come to before this one begins. */
    after: Type.Optional(
      Type.Object({ part: Type.String({ pattern: SLUG_FORM.pattern }), until: Type.Enum([...AWAITED]) }, closed)
    )
  },
  closed
);

/** What a job holds whatever its parts. */
export const jobWide = {
  title: text(120),
  client: Type.Object(
    {
      name: text(120),
      phone: Type.Optional(Type.String({ maxLength: 40 })),
      email: Type.Optional(Type.String({ maxLength: 120 })),
      wishes: Type.Optional(Type.String({ maxLength: 2000 }))
    },
    closed
  ),
  crew: Type.Object(
    {
      people: Type.Integer({ minimum: 1, maximum: 20 }),
      /** The van that takes each visit's load, by the visit's own id. */
      vanOf: Type.Optional(
        Type.Array(Type.Object({ visit: text(60), van: Type.String({ maxLength: 40 }) }, closed), { maxItems: 120 })
      ),
      /** The same by the number of the visit, from the first: as an older document has it. */
      vans: Type.Optional(Type.Array(Type.String({ maxLength: 40 }), { maxItems: 24 }))
    },
    closed
  ),
  surfaces: Type.Array(SurfaceSchema, { maxItems: 60 }),
  samples: Type.Optional(Type.Array(SampleBoardSchema, { maxItems: 24 })),
  living: LivingSchema,
  usedForFood: Type.Boolean(),
  products: Type.Array(ProductCardSchema, { maxItems: 12 })
};

/** The open job file, version 2: all a plan needs, with the product cards it was made with. */
export const JobDocumentSchema = Type.Object(
  {
    format: Type.Literal('basket-job'),
    version: Type.Literal(2),
    ...jobWide,
    site: WhereSchema,
    places: Type.Array(PlaceSchema, { minItems: 1, maxItems: 12 }),
    parts: Type.Array(PartSchema, { minItems: 1, maxItems: 24 })
  },
  { ...closed, $id: 'basket-job-2', title: 'Basket job file, version 2' }
);

export type CoatChoice = Static<typeof CoatChoiceSchema>;
export type CutBack = (typeof CUT_BACKS)[number];
export type Finish = Static<typeof FinishSchema>;
export type FinishSystem = Static<typeof FinishSystemSchema>;
export type SampleBoard = Static<typeof SampleBoardSchema>;
export type JobDocument = Static<typeof JobDocumentSchema>;
export type Part = Static<typeof PartSchema>;
export type Move = NonNullable<Part['moves']>[number];
export type Awaited = (typeof AWAITED)[number];
export type Taken = Static<typeof TakenSchema>;
export type Site = Static<typeof SiteSchema>;
