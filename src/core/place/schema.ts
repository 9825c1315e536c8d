import { Type, type Static } from 'typebox';
import { CLOCK_FORM, LOCAL_TIME_FORM, SLUG_FORM } from '../keyed';

const text = (max: number) => Type.String({ minLength: 1, maxLength: max });
const closed = { additionalProperties: false };

const day = Type.Optional(
  Type.Object(
    {
      from: Type.String({ pattern: CLOCK_FORM.pattern }),
      to: Type.String({ pattern: CLOCK_FORM.pattern })
    },
    closed
  )
);

const clock = Type.String({ pattern: CLOCK_FORM.pattern });
const localTime = Type.String({ pattern: LOCAL_TIME_FORM.pattern });

export const WorkingHoursSchema = Type.Object(
  { mon: day, tue: day, wed: day, thu: day, fri: day, sat: day, sun: day },
  closed
);

/** The air of a place, and when people may work in it. */
export const air = {
  setting: Type.Enum(['indoor', 'outdoor']),
  workingHours: WorkingHoursSchema,
  /** When nobody can work there though it is a working hour: the client's closed days, the crew elsewhere. */
  closures: Type.Optional(
    Type.Array(
      Type.Union([
        Type.Object(
          {
            reason: text(80),
            days: Type.Array(Type.Enum(['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']), {
              minItems: 1,
              maxItems: 7,
              uniqueItems: true
            }),
            from: Type.Optional(clock),
            to: Type.Optional(clock)
          },
          closed
        ),
        Type.Object({ reason: text(80), fromLocal: localTime, toLocal: localTime }, closed)
      ]),
      { maxItems: 40 }
    )
  ),
  lamps: Type.Boolean(),
  room: Type.Object(
    {
      tempC: Type.Number({ minimum: -10, maximum: 45 }),
      rh: Type.Number({ minimum: 0.05, maximum: 1 }),
      airSpeedMPerS: Type.Number({ minimum: 0, maximum: 5 }),
      floorExcessC: Type.Number({ minimum: -10, maximum: 20 }),
      volumeM3: Type.Optional(Type.Number({ minimum: 1, maximum: 1000000 })),
      airChangesPerHour: Type.Optional(Type.Number({ minimum: 0, maximum: 60 })),
      /** Held unless said: a room that follows outdoors has no thermostat. */
      kind: Type.Optional(Type.Enum(['held', 'follows outdoors'])),
      offsetC: Type.Optional(Type.Number({ minimum: -10, maximum: 25 })),
      moistureGainHPaPerH: Type.Optional(Type.Number({ minimum: 0, maximum: 10 })),
      windowsOpen: Type.Optional(Type.Object({ from: clock, to: clock }, closed))
    },
    closed
  ),
  exposure: Type.Object(
    {
      tiltDeg: Type.Number({ minimum: 0, maximum: 90 }),
      facingDeg: Type.Number({ minimum: 0, maximum: 360 }),
      shade: Type.Number({ minimum: 0, maximum: 1 }),
      shelter: Type.Number({ minimum: 0, maximum: 1 }),
      absorption: Type.Number({ minimum: 0.2, maximum: 1 }),
      /** Hours of the day in shade, deeper than the shade of the whole day. */
      shadeByHours: Type.Optional(
        Type.Array(Type.Object({ from: clock, to: clock, shade: Type.Number({ minimum: 0, maximum: 1 }) }, closed), {
          maxItems: 6
        })
      )
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
};

const slug = Type.String({ pattern: SLUG_FORM.pattern });

/** Where the wood is while it is worked: a room, a terrace, a bench; each has its own air and hours. */
export const PlaceSchema = Type.Object(
  {
    id: slug,
    name: text(60),
    /** The place of the house this is a copy of. */
    house: Type.Optional(slug),
    ...air
  },
  closed
);

/** A place the crew keeps for any job to use: its own bench, its store. */
export const HousePlaceSchema = Type.Object({ id: slug, name: text(60), ...air }, closed);

export type Place = Static<typeof PlaceSchema>;
export type HousePlace = Static<typeof HousePlaceSchema>;
