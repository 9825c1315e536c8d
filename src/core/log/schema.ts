import { Type, type Static, type TSchema } from 'typebox';
import { BATCH_FORM, EVENT_VERSION, ID_FORM, SLUG_FORM, STEP_FORM, UUID7_FORM, UUID_FORM } from '../keyed';
import { FlawSchema, TinReasonSchema } from '../course/schema';
import { TakenSchema } from '../document/schema';
import { StageSchema } from '../method/schema';
import { gateTable } from '../prep';
import { findingTable, testTable } from '../survey';

const closed = { additionalProperties: false };
const coat = Type.Integer({ minimum: 1, maximum: 12 });
/** A coat that goes on another. */
const laterCoat = Type.Integer({ minimum: 2, maximum: 12 });
/** The part of the job it happened to. */
const part = Type.String({ pattern: SLUG_FORM.pattern });
/** A place of the job. */
const place = Type.String({ pattern: SLUG_FORM.pattern });
/** Where what is left of a batch goes: never back into the tin. */
export const REST_GOES = ['hardened in the waste can', 'kept in a labelled jar', 'on other work'] as const;
export type RestGoes = (typeof REST_GOES)[number];
/** Where dirty solvent is: never down a drain. */
export const DIRTY_SOLVENT = ['in a closed can, to be disposed of', 'left to settle, used again'] as const;
export type DirtySolvent = (typeof DIRTY_SOLVENT)[number];
/** Layings of a coat are numbered in the order they began. */
const laying = Type.Integer({ minimum: 1, maximum: 400 });
/** What a laying went on, faces of pieces; one lifted from version 1 may have kept no more than that it was a stretch. */
const on = Type.Optional(Type.Array(TakenSchema, { minItems: 1, maxItems: 400, uniqueItems: true }));
/** It went on a stretch of what it names, not on the whole or the rest of it. */
const bay = Type.Optional(Type.Literal(true));
/** How many hands worked at it. */
const people = Type.Integer({ minimum: 1, maximum: 12 });
const batch = Type.String({ pattern: BATCH_FORM.pattern });
const litres = Type.Number({ minimum: 0, maximum: 1000 });
const surface = Type.String({ pattern: ID_FORM.pattern });
const named = (table: readonly { id: string }[]) => Type.Enum(table.map((row) => row.id) as [string, ...string[]]);
const note = Type.Optional(Type.String({ minLength: 1, maxLength: 500 }));
const unit = Type.Optional(Type.String({ minLength: 1, maxLength: 30 }));
const sample = Type.String({ pattern: SLUG_FORM.pattern });
const step = Type.String({ pattern: STEP_FORM.pattern });

const event = <K extends string, D extends TSchema>(type: K, data: D) =>
  Type.Object(
    {
      id: Type.String({ pattern: UUID7_FORM.pattern }),
      at: Type.Integer({ minimum: 946684800000, maximum: 4102444800000 }),
      device: Type.String({ minLength: 1, maxLength: 60 }),
      v: Type.Literal(EVENT_VERSION),
      type: Type.Literal(type),
      data
    },
    closed
  );

/**
 * Every small thing that happens on site, version 2. `at` is epoch ms on the device's clock, `id` a UUIDv7 made there. What
 * happens to a part names it; a batch names the coats it is for.
 */
export const EVENT_SCHEMAS = [
  event('coat.opened', Type.Object({ part, coat }, closed)),
  event(
    'coat.closed',
    Type.Object(
      {
        part,
        coat,
        usedL: litres,
        guessed: Type.Boolean(),
        /** Film it was planned at, as a share of the card's; absent for a whole one. */
        plannedFilm: Type.Optional(Type.Number({ minimum: 0.1, maximum: 1 }))
      },
      closed
    )
  ),
  event(
    'laying.spread',
    Type.Object({ part, coat, laying, batch: Type.Optional(batch), on, bay, people: Type.Optional(people) }, closed)
  ),
  event(
    'laying.wiped',
    Type.Object(
      {
        part,
        coat,
        laying,
        /** What the dry roller took off again, weighed or guessed. */
        took: Type.Optional(Type.Object({ litres, guessed: Type.Boolean() }, closed))
      },
      closed
    )
  ),
  /** A stage of its method besides: topped up, sanded wet, looked at again; `found` where it asks. */
  event(
    'laying.stage',
    Type.Object({ part, coat, laying, stage: StageSchema, found: Type.Optional(Type.Boolean()), note }, closed)
  ),
  event(
    'batch.mixed',
    Type.Object(
      {
        batch,
        /** The coats it is for, with the litres planned of it for each, where several share it. */
        for: Type.Array(
          Type.Object(
            { part, coat, litres: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000 })) },
            closed
          ),
          { minItems: 1, maxItems: 24 }
        ),
        components: Type.Array(
          Type.Object(
            {
              role: Type.Enum(['oil', 'hardener', 'thinner']),
              /** What the tin calls it, where that says more than its role. */
              name: Type.Optional(Type.String({ minLength: 1, maxLength: 60 })),
              litres: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }),
              lot: Type.String({ maxLength: 40 })
            },
            closed
          ),
          { minItems: 1, maxItems: 12 }
        ),
        /** The pair codes read off both tins. */
        pairCodes: Type.Optional(
          Type.Object(
            {
              oil: Type.String({ minLength: 1, maxLength: 20 }),
              hardener: Type.String({ minLength: 1, maxLength: 20 })
            },
            closed
          )
        )
      },
      closed
    )
  ),
  event('batch.poured', Type.Object({ batch }, closed)),
  event('batch.stirred', Type.Object({ batch }, closed)),
  /** It ended: what was left and where that went, what was spilt, and how much of its coat is on by then. */
  event(
    'batch.emptied',
    Type.Object(
      {
        batch,
        leftL: litres,
        spiltL: Type.Optional(litres),
        rest: Type.Optional(Type.Enum([...REST_GOES])),
        done: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1 }))
      },
      closed
    )
  ),
  event('tack.felt', Type.Object({ part, coat, felt: Type.Enum(['wet', 'tacky', 'touch dry', 'ready']) }, closed)),
  event(
    'reading.taken',
    Type.Object(
      {
        /** The place of the job it was read in; the first where an older entry does not say. */
        place: Type.Optional(place),
        airTempC: Type.Optional(Type.Number({ minimum: -40, maximum: 60 })),
        rh: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
        surfaceTempC: Type.Optional(Type.Number({ minimum: -40, maximum: 90 })),
        mcPercent: Type.Optional(Type.Number({ minimum: 1, maximum: 60 }))
      },
      { ...closed, minProperties: 1 }
    )
  ),
  event('note.added', Type.Object({ text: Type.String({ minLength: 1, maxLength: 2000 }) }, closed)),
  event('rags.out', Type.Object({ count: Type.Integer({ minimum: 1, maximum: 500 }) }, closed)),
  event(
    'rags.safe',
    Type.Object(
      {
        count: Type.Integer({ minimum: 1, maximum: 500 }),
        how: Type.Enum(['under water in the metal can', 'flat, single, outdoors'])
      },
      closed
    )
  ),
  event('finding.noted', Type.Object({ surface, finding: named(findingTable), present: Type.Boolean(), note }, closed)),
  event(
    'test.made',
    Type.Object(
      {
        surface,
        test: named(testTable),
        result: Type.String({ minLength: 1, maxLength: 40 }),
        minutes: Type.Optional(Type.Number({ minimum: 0, maximum: 1440 }))
      },
      closed
    )
  ),
  event(
    'moisture.read',
    Type.Object(
      {
        surface,
        percent: Type.Number({ minimum: 1, maximum: 60 }),
        spot: Type.Optional(
          Type.Object(
            { x: Type.Number({ minimum: -1000, maximum: 1000 }), y: Type.Number({ minimum: -1000, maximum: 1000 }) },
            closed
          )
        )
      },
      closed
    )
  ),
  event(
    'photo.added',
    Type.Object(
      {
        photo: Type.String({ pattern: UUID7_FORM.pattern }),
        surface,
        stage: Type.Enum(['before', 'during', 'after']),
        face: Type.Optional(surface),
        finding: Type.Optional(named(findingTable)),
        caption: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
        sample: Type.Optional(sample),
        /** The entry of the flaw it shows. */
        flaw: Type.Optional(Type.String({ pattern: UUID7_FORM.pattern }))
      },
      closed
    )
  ),
  event('prep.done', Type.Object({ surface, step, unit }, closed)),
  event(
    'gate.checked',
    Type.Object({ surface, step, gate: named(gateTable), passed: Type.Boolean(), unit, note }, closed)
  ),
  event(
    'coat.judged',
    Type.Object({ part, coat, counts: Type.Boolean(), reason: Type.String({ minLength: 1, maxLength: 300 }) }, closed)
  ),
  event(
    'sample.approved',
    Type.Object(
      {
        part,
        sample,
        client: Type.String({ minLength: 1, maxLength: 120 }),
        layers: Type.Array(
          Type.Object(
            {
              productId: Type.String({ minLength: 1, maxLength: 60 }),
              colour: Type.String({ minLength: 1, maxLength: 40 })
            },
            closed
          ),
          { minItems: 1, maxItems: 12 }
        )
      },
      closed
    )
  ),
  event('sample.reopened', Type.Object({ part, reason: Type.String({ minLength: 1, maxLength: 300 }) }, closed)),
  event(
    'load.packed',
    Type.Object(
      {
        /** The visit's own id, or its number where an older version wrote it. */
        visit: Type.String({ minLength: 1, maxLength: 60 }),
        item: Type.String({ minLength: 1, maxLength: 80 }),
        packed: Type.Boolean()
      },
      closed
    )
  ),
  event(
    'load.sourced',
    Type.Object(
      { item: Type.String({ minLength: 1, maxLength: 80 }), from: Type.Enum(['have', 'buy', 'borrow']) },
      closed
    )
  ),
  /** Whether a coat that hangs on the look goes on: `coat` is that one. */
  event('look.said', Type.Object({ part, coat, another: Type.Boolean(), note }, closed)),
  /** What the part is of is in its place for good. */
  event('part.installed', Type.Object({ part, note }, closed)),
  /** What the part is of was carried to another place of the job. */
  event('part.moved', Type.Object({ part, place, note }, closed)),
  /** The coat below was rubbed for this coat, dusted off, and looked along with a lamp. */
  event(
    'coat.rubbed',
    Type.Object({ part, coat: laterCoat, how: Type.Enum(['denib', 'abrade']), lamp: Type.Boolean(), note }, closed)
  ),
  /** Before a tin is opened: somebody saw to what protects people, or went on in spite of a reason and says why. */
  event('tin.checked', Type.Object({ part, coat, reason: TinReasonSchema }, closed)),
  event(
    'tin.overruled',
    Type.Object(
      {
        part,
        coat,
        reason: TinReasonSchema,
        /** What it is about where there are several: a surface, a rule of the hour. */
        of: Type.Optional(Type.String({ minLength: 1, maxLength: 60 })),
        why: Type.String({ minLength: 3, maxLength: 300 })
      },
      closed
    )
  ),
  /** A flaw of a coat, where it is and how it is mended; `more`: what it is on gets one coat more than its like. */
  event(
    'flaw.found',
    Type.Object(
      {
        part,
        coat,
        flaw: FlawSchema,
        on: Type.Array(TakenSchema, { minItems: 1, maxItems: 400, uniqueItems: true }),
        extent: Type.Enum(['spot', 'whole face']),
        more: Type.Boolean(),
        note
      },
      closed
    )
  ),
  /** It was mended: `flaw` is the entry that found it. */
  event('flaw.mended', Type.Object({ part, coat, flaw: Type.String({ pattern: UUID7_FORM.pattern }), note }, closed)),
  /** The last coat was rubbed once more. */
  event('part.rubbed', Type.Object({ part, note }, closed)),
  /** The spray gun was cleaned after a coat: the thinner it took, and where that is now. */
  event('gun.cleaned', Type.Object({ part, coat, thinnerL: litres, dirty: Type.Enum([...DIRTY_SOLVENT]) }, closed)),
  event('coat.remedied', Type.Object({ part, coat, note }, closed)),
  event('day.closed', Type.Object({ date: Type.String({ format: 'date' }) }, closed)),
  event('handed.over', Type.Object({}, closed)),
  event('event.undone', Type.Object({ event: Type.String({ pattern: UUID_FORM.pattern }) }, closed))
] as const;
export const NewEventSchema = Type.Union([...EVENT_SCHEMAS]);

/** An event as a device makes it. */
export type NewEvent = Static<typeof NewEventSchema>;
export type EventType = NewEvent['type'];
export type EventData<T extends EventType> = Extract<NewEvent, { type: T }>['data'];

/** What is said of an event by whoever writes it in a part: the part is named for them. */
export type EventSaid<T extends EventType> = Omit<EventData<T>, 'part'> & { part?: string };

/** An event as it is kept: whose job, who did it. */
export type WorkEvent = NewEvent & {
  jobId: string;
  by: string;
  byName: string;
};
