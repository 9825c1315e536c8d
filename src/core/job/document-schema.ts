import { Type, type Static } from 'typebox';
import { Method, ProductCardSchema } from '../product/schema';
import { LivingSchema, SurfaceSchema } from '../surface/schema';

const text = (max: number) => Type.String({ minLength: 1, maxLength: max });
const closed = { additionalProperties: false };

const day = Type.Optional(
  Type.Object(
    {
      from: Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' }),
      to: Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' })
    },
    closed
  )
);

export const WorkingHoursSchema = Type.Object(
  { mon: day, tue: day, wed: day, thu: day, fri: day, sat: day, sun: day },
  closed
);

export const SiteSchema = Type.Object(
  {
    place: text(120),
    latitudeDeg: Type.Number({ minimum: -90, maximum: 90 }),
    longitudeDeg: Type.Number({ minimum: -180, maximum: 180 }),
    timeZone: text(60),
    setting: Type.Enum(['indoor', 'outdoor']),
    workingHours: WorkingHoursSchema,
    lamps: Type.Boolean(),
    room: Type.Object(
      {
        tempC: Type.Number({ minimum: -10, maximum: 45 }),
        rh: Type.Number({ minimum: 0.05, maximum: 1 }),
        airSpeedMPerS: Type.Number({ minimum: 0, maximum: 5 }),
        floorExcessC: Type.Number({ minimum: -10, maximum: 20 })
      },
      closed
    ),
    exposure: Type.Object(
      {
        tiltDeg: Type.Number({ minimum: 0, maximum: 90 }),
        facingDeg: Type.Number({ minimum: 0, maximum: 360 }),
        shade: Type.Number({ minimum: 0, maximum: 1 }),
        shelter: Type.Number({ minimum: 0, maximum: 1 }),
        absorption: Type.Number({ minimum: 0.2, maximum: 1 })
      },
      closed
    ),
    moisture: Type.Optional(
      Type.Object(
        {
          percent: Type.Number({ minimum: 1, maximum: 60 }),
          at: Type.String({ format: 'date-time' })
        },
        closed
      )
    )
  },
  closed
);

export const FinishSchema = Type.Object(
  {
    productId: text(60),
    colour: text(40),
    method: Method,
    /** False for a maintenance coat over an old finish. */
    bareWood: Type.Boolean()
  },
  closed
);

/** The open job file, version 1: all a plan needs, with the product cards it was made with. */
export const JobDocumentSchema = Type.Object(
  {
    format: Type.Literal('basket-job'),
    version: Type.Literal(1),
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
    site: SiteSchema,
    crew: Type.Object({ people: Type.Integer({ minimum: 1, maximum: 20 }) }, closed),
    surfaces: Type.Array(SurfaceSchema, { maxItems: 60 }),
    finish: Type.Optional(FinishSchema),
    living: LivingSchema,
    usedForFood: Type.Boolean(),
    startAt: Type.Optional(Type.String({ format: 'date-time' })),
    products: Type.Array(ProductCardSchema, { maxItems: 12 })
  },
  { ...closed, $id: 'basket-job-1', title: 'Basket job file, version 1' }
);

export type JobDocument = Static<typeof JobDocumentSchema>;
