import { Type, type Static } from 'typebox';
import { CARD_FORM } from '../keyed';
import { MethodSchema } from '../method/schema';
import { SURFACE_KINDS, SurfaceKindSchema } from '../surface/schema';

const text = (max: number) => Type.String({ minLength: 1, maxLength: max });
const house = Type.Object(
  {
    value: Type.Number({ minimum: 0.01, maximum: 100000 }),
    reason: text(300),
    date: Type.String({ format: 'date' })
  },
  { additionalProperties: false }
);
const rate = Type.Object(
  {
    label: Type.Number({ minimum: 0.5, maximum: 200 }),
    house: Type.Optional(house),
    /** The wood it is meant for. */
    texture: Type.Optional(Type.Enum(['sanded', 'sawn', 'wire-brushed', 'weathered', 'grooved']))
  },
  { additionalProperties: false }
);
const hours = Type.Object(
  {
    label: Type.Object(
      {
        low: Type.Number({ minimum: 0, maximum: 20000 }),
        high: Type.Number({ minimum: 0, maximum: 20000 })
      },
      { additionalProperties: false }
    ),
    house: Type.Optional(house)
  },
  { additionalProperties: false }
);

export const PRODUCT_CLASSES = [
  'oxidising-oil',
  'hardwax-oil',
  'two-part-oil',
  'deck-oil',
  'gel-stain',
  'liquid-stain',
  'wax',
  'non-drying-oil',
  'oil-varnish',
  'waterborne-film',
  'spirit-sealer',
  'oil-paint-recipe'
] as const;
export const ProductClass = Type.Enum([...PRODUCT_CLASSES]);

const component = Type.Object(
  {
    role: Type.Enum(['oil', 'hardener']),
    name: text(60),
    parts: Type.Number({ minimum: 0.01, maximum: 1000 }),
    densityKgPerL: Type.Number({ minimum: 0.5, maximum: 3 })
  },
  { additionalProperties: false }
);

const pack = Type.Object(
  {
    id: text(40),
    of: Type.Enum(['kit', 'oil', 'hardener']),
    volumeMl: Type.Integer({ minimum: 10, maximum: 200000 }),
    priceCents: Type.Integer({ minimum: 0, maximum: 10000000 })
  },
  { additionalProperties: false }
);

const limits = Type.Object(
  {
    airMinC: Type.Number({ minimum: -40, maximum: 60 }),
    airMaxC: Type.Number({ minimum: -40, maximum: 60 }),
    surfaceMinC: Type.Number({ minimum: -40, maximum: 60 }),
    surfaceMaxC: Type.Number({ minimum: -40, maximum: 80 }),
    rhMax: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
    mcMaxPercent: Type.Optional(Type.Number({ minimum: 4, maximum: 30 })),
    dewGapMinC: Type.Optional(Type.Number({ minimum: 0, maximum: 20 })),
    maxCoats: Type.Optional(Type.Integer({ minimum: 1, maximum: 12 }))
  },
  { additionalProperties: false }
);

/** A product card: everything the crew knows of one product. Times are hours at 20 °C, 50 % RH, 0.2 m/s air. */
export const ProductCardSchema = Type.Object(
  {
    id: Type.String({ pattern: CARD_FORM.pattern }),
    name: text(80),
    class: ProductClass,
    note: Type.Optional(Type.String({ maxLength: 600 })),
    colours: Type.Array(text(40), { minItems: 1, maxItems: 60 }),
    /** How much pigment each colour carries, where it is known. */
    pigment: Type.Optional(
      Type.Array(
        Type.Object(
          { colour: text(40), depth: Type.Enum(['clear', 'light', 'medium', 'dark']) },
          { additionalProperties: false }
        ),
        { maxItems: 60 }
      )
    ),
    sheen: Type.Optional(Type.Enum(['dead matt', 'matt', 'silk', 'satin', 'semi-gloss', 'gloss'])),
    solvent: Type.Enum(['none', 'oil-borne', 'spirit', 'water']),
    components: Type.Array(component, { minItems: 1, maxItems: 2 }),
    ratioBasis: Type.Enum(['volume', 'mass']),
    ratioTolerance: Type.Number({ minimum: 0.001, maximum: 0.5 }),
    pairCode: Type.Optional(text(20)),
    stirMinutes: Type.Number({ minimum: 0, maximum: 60 }),
    shakeAllowed: Type.Boolean(),
    inductionMinutes: Type.Number({ minimum: 0, maximum: 240 }),
    potLifeMinutesAt20C: Type.Optional(Type.Number({ minimum: 1, maximum: 10000 })),
    potLifeReferenceL: Type.Number({ minimum: 0.01, maximum: 100 }),
    batchLimitL: Type.Optional(Type.Number({ minimum: 0.01, maximum: 100 })),
    thinner: Type.Optional(
      Type.Object(
        {
          name: text(60),
          percentOfOil: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
          densityKgPerL: Type.Number({ minimum: 0.5, maximum: 2 }),
          vocGPerL: Type.Number({ minimum: 0, maximum: 1000 })
        },
        { additionalProperties: false }
      )
    ),
    spreadRateM2PerL: Type.Object(
      { first: rate, later: rate, maintenance: Type.Optional(rate) },
      { additionalProperties: false }
    ),
    methods: Type.Array(
      Type.Object(
        {
          method: MethodSchema,
          dwellMinMinutes: Type.Optional(Type.Number({ minimum: 0, maximum: 2880 })),
          dwellMaxMinutes: Type.Optional(Type.Number({ minimum: 0, maximum: 2880 }))
        },
        { additionalProperties: false }
      ),
      { minItems: 1, maxItems: 6 }
    ),
    hours: Type.Object(
      {
        touchDry: Type.Optional(hours),
        recoatOpens: hours,
        recoatCloses: Type.Optional(hours),
        lightUse: Type.Optional(hours),
        fullCure: Type.Optional(hours),
        rainSafe: Type.Optional(hours)
      },
      { additionalProperties: false }
    ),
    limits,
    maxGrit: Type.Integer({ minimum: 24, maximum: 2000 }),
    flashPointC: Type.Optional(Type.Number({ minimum: -50, maximum: 400 })),
    vocGPerL: Type.Number({ minimum: 0, maximum: 1000 }),
    lelGPerM3: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }),
    oxidising: Type.Boolean(),
    isocyanate: Type.Boolean(),
    foodContact: Type.Enum(['no claim', 'after full cure', 'once wiped off']),
    settings: Type.Array(Type.Enum(['indoor', 'outdoor']), {
      minItems: 1,
      maxItems: 2
    }),
    uses: Type.Array(SurfaceKindSchema, { minItems: 1, maxItems: SURFACE_KINDS.length }),
    packs: Type.Array(pack, { minItems: 1, maxItems: 24 }),
    shelfLifeMonths: Type.Object(
      {
        closed: Type.Number({ minimum: 0, maximum: 240 }),
        opened: Type.Number({ minimum: 0, maximum: 240 })
      },
      { additionalProperties: false }
    ),
    warnings: Type.Array(text(200), { maxItems: 12 }),
    /** What the label says of layers: classes it may go over, and classes it must not touch. */
    layers: Type.Optional(
      Type.Object(
        {
          over: Type.Optional(Type.Array(ProductClass, { maxItems: 12 })),
          notOver: Type.Optional(Type.Array(ProductClass, { maxItems: 12 }))
        },
        { additionalProperties: false }
      )
    ),
    /** The product its maintenance coats are of, when it is another one. */
    maintenanceProductId: Type.Optional(text(60)),
    /** The recipe it is mixed by on site. */
    recipeId: Type.Optional(text(60))
  },
  { additionalProperties: false, title: 'Basket product card' }
);

export type ProductCard = Static<typeof ProductCardSchema>;
