import { Type, type Static } from 'typebox';
import { FinishSchema, FinishSystemSchema, jobWide, SiteSchema } from '../../core/document/schema';

/** The open job file, version 1: one place, one finish. Read and lifted; no longer written. */
export const JobFile1Schema = Type.Object(
  {
    format: Type.Literal('basket-job'),
    version: Type.Literal(1),
    ...jobWide,
    site: SiteSchema,
    finish: Type.Optional(FinishSchema),
    compared: Type.Optional(Type.Array(FinishSystemSchema, { maxItems: 4 })),
    startAt: Type.Optional(Type.String({ format: 'date-time' }))
  },
  { additionalProperties: false, $id: 'basket-job-1', title: 'Basket job file, version 1' }
);

export type JobFile1 = Static<typeof JobFile1Schema>;
