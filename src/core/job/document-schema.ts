import { Type, type Static } from 'typebox';
import { Method, ProductCardSchema, SurfaceKindSchema } from '../product/schema';

const text = (max: number) => Type.String({ minLength: 1, maxLength: max });
const id = Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9-]{0,39}$' });
const length = Type.Number({ exclusiveMinimum: 0, maximum: 1000 });
const area = Type.Number({ exclusiveMinimum: 0, maximum: 100000 });
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

const face = Type.Object(
  {
    id,
    kind: Type.Enum(['top', 'edge', 'end-grain', 'underside']),
    texture: Type.Enum(['sanded', 'sawn', 'wire-brushed', 'weathered', 'grooved']),
    profile: Type.Enum(['flat', 'panelled', 'bead', 'lap']),
    coats: Type.Integer({ minimum: 0, maximum: 12 }),
    areaM2: Type.Optional(area)
  },
  closed
);

const shape = Type.Union([
  Type.Object({ type: Type.Literal('rectangle'), lengthM: length, widthM: length }, closed),
  Type.Object(
    {
      type: Type.Literal('walls'),
      walls: Type.Array(Type.Object({ lengthM: length, turn: Type.Enum(['left', 'right']) }, closed), {
        minItems: 3,
        maxItems: 60
      })
    },
    closed
  ),
  Type.Object({ type: Type.Literal('area'), areaM2: area }, closed)
]);

export const SurfaceSchema = Type.Object(
  {
    id,
    name: text(80),
    kind: SurfaceKindSchema,
    speciesId: text(40),
    thicknessM: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
    lastGrit: Type.Integer({ minimum: 24, maximum: 2000 }),
    waterPopped: Type.Boolean(),
    weathered: Type.Boolean(),
    shape,
    boards: Type.Optional(Type.Object({ widthM: length, gapM: Type.Number({ minimum: 0, maximum: 0.1 }) }, closed)),
    faces: Type.Array(face, { minItems: 1, maxItems: 20 })
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

export const LivingSchema = Type.Object(
  {
    traffic: Type.Enum(['not walked on', 'rare', 'home', 'family and dog', 'shop', 'school or public']),
    sun: Type.Number({ minimum: 0.6, maximum: 1.4 }),
    wet: Type.Enum(['dry', 'often wet', 'standing water']),
    soap: Type.Enum(['proper soap', 'none', 'harsh cleaner'])
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
