import { Type, type Static } from 'typebox';
import { FinishSchema, FinishSystemSchema, jobWide, SiteSchema } from '../../core/document/schema';
import { ProductCardSchema } from '../../core/product/schema';
import { FaceSchema, SURFACE_KINDS, SurfaceSchema } from '../../core/surface/schema';

const closed = { additionalProperties: false };

/** Kinds of surface that were called otherwise, or had no word of their own yet. */
export const OLD_KINDS = ['countertop', 'handrail', 'bench-or-planter'] as const;
export const FirstKindSchema = Type.Enum([...SURFACE_KINDS, ...OLD_KINDS]);

const { life: _l, lies: _i, ...face } = FaceSchema.properties;
const { sizes: _s, ...surface } = SurfaceSchema.properties;

/** A face that says in words how it lies and where it will live. */
export const Face1Schema = Type.Object(
  {
    ...face,
    orientation: Type.Optional(Type.Enum(['flat', 'upright', 'overhead'])),
    exposure: Type.Optional(Type.Enum(['indoors', 'sheltered', 'open']))
  },
  closed
);

export const Surface1Schema = Type.Object(
  { ...surface, kind: FirstKindSchema, faces: Type.Array(Face1Schema, { minItems: 1, maxItems: 20 }) },
  closed
);

/** A card that names what it is for in the words of its time. */
export const Card1Schema = Type.Object(
  {
    ...ProductCardSchema.properties,
    uses: Type.Array(FirstKindSchema, { minItems: 1, maxItems: SURFACE_KINDS.length + OLD_KINDS.length })
  },
  closed
);

/** The open job file, version 1: one place, one finish. Read and lifted; no longer written. */
export const JobFile1Schema = Type.Object(
  {
    format: Type.Literal('basket-job'),
    version: Type.Literal(1),
    ...jobWide,
    surfaces: Type.Array(Surface1Schema, { maxItems: 60 }),
    products: Type.Array(Card1Schema, { maxItems: 12 }),
    site: SiteSchema,
    finish: Type.Optional(FinishSchema),
    compared: Type.Optional(Type.Array(FinishSystemSchema, { maxItems: 4 })),
    startAt: Type.Optional(Type.String({ format: 'date-time' }))
  },
  { ...closed, $id: 'basket-job-1', title: 'Basket job file, version 1' }
);

export type JobFile1 = Static<typeof JobFile1Schema>;
export type Surface1 = Static<typeof Surface1Schema>;
export type Card1 = Static<typeof Card1Schema>;
