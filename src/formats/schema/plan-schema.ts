import { Type } from 'typebox';
import { RULES } from '../../core/judge';

const closed = { additionalProperties: false };
const instant = Type.String({ format: 'date-time' });
const number = Type.Number();
const litres = Type.Number({ minimum: 0 });
const orNull = <T extends Parameters<typeof Type.Union>[0][number]>(of: T) => Type.Union([of, Type.Null()]);
const span = orNull(Type.Object({ earliestAt: instant, likeliestAt: instant, latestAt: instant }, closed));
const grade = Type.Enum(['law', 'label', 'house']);
const rule = Type.Enum([...RULES]);

const outcome = Type.Object(
  {
    startAt: instant,
    withinRule: Type.Boolean(),
    finishAt: instant,
    visits: Type.Integer(),
    stoppedBy: Type.Optional(
      Type.Object(
        { coat: Type.Integer(), rule, at: instant, value: Type.Optional(number), limit: Type.Optional(number) },
        closed
      )
    ),
    coats: Type.Array(
      Type.Object(
        {
          coat: Type.Integer(),
          layFrom: instant,
          layTo: instant,
          touchDry: span,
          recoatOpens: span,
          recoatCloses: span,
          rainSafe: span,
          lightUse: span,
          fullCure: span,
          abradeFirst: Type.Boolean(),
          pastForecast: Type.Boolean()
        },
        closed
      )
    )
  },
  closed
);

const buy = Type.Object(
  {
    of: Type.Enum(['kit', 'oil', 'hardener']),
    name: Type.String(),
    needL: litres,
    fromStockMl: litres,
    tins: Type.Array(
      Type.Object({ volumeMl: litres, count: Type.Integer({ minimum: 1 }), priceCents: Type.Integer() }, closed)
    ),
    leftOverMl: number,
    costCents: Type.Integer()
  },
  closed
);

const batch = Type.Object(
  {
    coat: Type.Integer(),
    count: Type.Integer({ minimum: 0 }),
    eachL: litres,
    oilL: litres,
    hardenerL: litres,
    thinnerL: litres,
    surplusL: litres,
    /** Null where nothing bounds it. */
    largestL: orNull(litres),
    smallestL: litres,
    none: orNull(Type.Object({ why: Type.String(), cures: Type.Array(Type.String()) }, closed)),
    mixTempC: number,
    boundBy: Type.String(),
    usableMinutes: orNull(number)
  },
  closed
);

const load = Type.Object(
  {
    expectedL: litres,
    needL: litres,
    boughtL: litres,
    confidence: number,
    products: Type.Array(
      Type.Object(
        {
          productId: Type.String(),
          colour: Type.String(),
          coats: Type.Array(Type.Integer()),
          expectedL: litres,
          needL: litres,
          oilL: litres,
          hardenerL: litres,
          thinnerL: litres,
          knownBy: Type.Array(
            Type.Object(
              { key: Type.String(), medianM2PerL: number, cardM2PerL: number, coatsBehindIt: Type.Integer() },
              closed
            )
          ),
          buy: Type.Array(buy)
        },
        closed
      )
    ),
    costCents: Type.Integer(),
    batches: Type.Array(batch),
    rags: Type.Integer()
  },
  closed
);

const part = Type.Object(
  {
    part: Type.String(),
    name: Type.String(),
    place: Type.String(),
    problems: Type.Array(
      Type.Object({ path: Type.String(), severity: Type.Enum(['stop', 'check']), problem: Type.String() }, closed)
    ),
    totalEffectiveAreaM2: number,
    faces: Type.Array(
      Type.Object(
        {
          surfaceId: Type.String(),
          faceId: Type.String(),
          planAreaM2: orNull(number),
          effectiveAreaM2: orNull(number),
          how: Type.String(),
          coats: Type.Integer()
        },
        closed
      )
    ),
    coats: Type.Array(
      Type.Object(
        {
          coat: Type.Integer(),
          productId: Type.String(),
          colour: Type.String(),
          method: Type.String(),
          areaM2: number,
          netL: litres,
          lossesL: litres,
          expectedL: litres,
          layingMinutes: number,
          personHours: number
        },
        closed
      )
    ),
    load: orNull(load),
    cautions: Type.Array(Type.String()),
    dwellMinutesNow: orNull(Type.Object({ min: Type.Optional(number), max: Type.Optional(number) }, closed)),
    hours: Type.Array(
      Type.Object(
        {
          at: instant,
          open: Type.Boolean(),
          closedBy: Type.Array(
            Type.Object({ rule, value: Type.Optional(number), limit: Type.Optional(number), grade }, closed)
          )
        },
        closed
      )
    ),
    chosenStart: orNull(outcome),
    bestStarts: Type.Array(outcome, { maxItems: 5 }),
    leave: orNull(
      Type.Object(
        {
          lightUse: span,
          furniture: span,
          rugs: span,
          water: span,
          fullCure: span,
          food: Type.Union([span, Type.Literal('no claim')])
        },
        closed
      )
    ),
    keep: orNull(
      Type.Object(
        {
          surfaces: Type.Array(
            Type.Object({ surfaceId: Type.String(), wearPerYear: number, reoil: span, sandBack: span }, closed)
          )
        },
        closed
      )
    )
  },
  closed
);

/** The plan as `./basket plan` prints it, version 2: each part of the job, units in the names, instants in UTC. */
export const PlanFileSchema = Type.Object(
  {
    format: Type.Literal('basket-plan'),
    version: Type.Literal(2),
    job: Type.String(),
    computedFor: instant,
    parts: Type.Array(part, { minItems: 1, maxItems: 24 })
  },
  { ...closed, $id: 'basket-plan-2', title: 'Basket plan, version 2' }
);
