import { Type, type Static } from 'typebox';
import { ID_FORM } from '../keyed';
import { StepEditSchema } from './step-edits';

export { ownStep } from './step-edits';

const closed = { additionalProperties: false };
const text = (max: number) => Type.String({ minLength: 1, maxLength: max });
const id = Type.String({ pattern: ID_FORM.pattern });
/** A length off the tape, m; 0 while nobody has measured it. */
const length = Type.Number({ minimum: 0, maximum: 1000 });
const offset = Type.Number({ minimum: -1000, maximum: 1000 });
const area = Type.Number({ exclusiveMinimum: 0, maximum: 100000 });
const areaToMeasure = Type.Number({ minimum: 0, maximum: 100000 });
const count = (most: number) => Type.Integer({ minimum: 0, maximum: most });
const side = Type.Integer({ minimum: 0, maximum: 499 });

/** Every kind of surface, in the order they are offered. */
export const SURFACE_KINDS = [
  'floor',
  'deck',
  'stair',
  'counter',
  'tabletop',
  'door',
  'cabinet-set',
  'shelving',
  'cladding',
  'fence',
  'rail',
  'bench',
  'planter'
] as const;
export const SurfaceKindSchema = Type.Enum([...SURFACE_KINDS]);

export const WallSchema = Type.Object(
  {
    lengthM: length,
    turn: Type.Enum(['left', 'right']),
    /** Angle of the turn at the wall's end; 90 when absent. */
    turnDeg: Type.Optional(Type.Number({ minimum: 0, exclusiveMaximum: 180 })),
    /** Rise of an arc over the wall: outward positive. */
    bowM: Type.Optional(Type.Number({ minimum: -500, maximum: 500 }))
  },
  closed
);

const walls = Type.Array(WallSchema, { minItems: 3, maxItems: 240 });
const points = Type.Array(Type.Object({ x: offset, y: offset }, closed), { minItems: 3, maxItems: 500 });
const item = <T extends { readonly [size: string]: ReturnType<typeof Type.Number> }>(sizes: T) =>
  Type.Array(Type.Object({ name: text(60), count: Type.Integer({ minimum: 1, maximum: 2000 }), ...sizes }, closed), {
    minItems: 1,
    maxItems: 60
  });

export const ShapeSchema = Type.Union([
  Type.Object({ type: Type.Literal('rectangle'), lengthM: length, widthM: length }, closed),
  Type.Object({ type: Type.Literal('walls'), walls }, closed),
  Type.Object({ type: Type.Literal('triangle'), aM: length, bM: length, cM: length }, closed),
  Type.Object({ type: Type.Literal('circle'), diameterM: length }, closed),
  Type.Object({ type: Type.Literal('segment'), chordM: length, riseM: length }, closed),
  Type.Object({ type: Type.Literal('points'), points }, closed),
  Type.Object({ type: Type.Literal('area'), areaM2: areaToMeasure }, closed),
  Type.Object(
    {
      type: Type.Literal('stair'),
      treads: count(200),
      /** Depth of a tread, nosing included. */
      depthM: length,
      widthM: length,
      /** Height of a riser; 0 for an open stair. */
      riserM: Type.Number({ minimum: 0, maximum: 2 }),
      nosingGirthM: Type.Number({ minimum: 0, maximum: 1 }),
      strings: count(10),
      stringLengthM: Type.Number({ minimum: 0, maximum: 1000 }),
      stringGirthM: Type.Number({ minimum: 0, maximum: 10 }),
      winders: Type.Array(Type.Object({ walls }, closed), { maxItems: 24 })
    },
    closed
  ),
  Type.Object({ type: Type.Literal('door'), widthM: length, heightM: length }, closed),
  Type.Object({ type: Type.Literal('panels'), items: item({ widthM: length, heightM: length }) }, closed),
  Type.Object({ type: Type.Literal('lengths'), items: item({ lengthM: length, girthM: length }) }, closed),
  Type.Object(
    { type: Type.Literal('box'), lengthM: length, widthM: length, heightM: length, open: Type.Boolean() },
    closed
  )
]);

export const CutOutSchema = Type.Object(
  {
    id,
    name: text(60),
    kind: Type.Enum(['hearth', 'column', 'island', 'hatch', 'sink', 'glass', 'opening', 'other']),
    /** The side it is measured from: along it from its start, and square into the surface, to the near side. */
    side,
    alongM: offset,
    inM: offset,
    shape: Type.Union([
      Type.Object(
        {
          type: Type.Literal('rectangle'),
          lengthM: length,
          widthM: length,
          turnedDeg: Type.Optional(Type.Number({ minimum: -180, maximum: 180 }))
        },
        closed
      ),
      Type.Object({ type: Type.Literal('circle'), diameterM: length }, closed),
      Type.Object({ type: Type.Literal('points'), points }, closed)
    ])
  },
  closed
);

export const ExitSchema = Type.Object({ id, name: text(60), side, alongM: offset, widthM: length }, closed);

export const BoardsSchema = Type.Object(
  {
    widthM: length,
    gapM: Type.Number({ minimum: 0, maximum: 0.1 }),
    /** Direction of the boards against side A, turning left. */
    directionDeg: Type.Optional(Type.Number({ minimum: -180, maximum: 180 })),
    pattern: Type.Optional(Type.Enum(['strip', 'herringbone', 'chevron', 'basket weave'])),
    /** Overlap of lapped cladding boards. */
    lapM: Type.Optional(Type.Number({ minimum: 0, maximum: 0.5 }))
  },
  closed
);

/** Every kind of face, in the order a foreman names them. */
export const FACE_KINDS = [
  'top',
  'underside',
  'edge',
  'end-grain',
  'rim',
  'upstand',
  'tread',
  'riser',
  'nosing',
  'string',
  'outside',
  'inside',
  'hinge-edge',
  'lock-edge',
  'top-edge',
  'bottom-edge',
  'all-round'
] as const;
export const FaceKindSchema = Type.Enum([...FACE_KINDS]);

/** What wood may be found finished with. */
export const FINISHES_FOUND = [
  'oil',
  'hardwax oil',
  'wax',
  'varnish',
  'waterborne film',
  'paint',
  'not known'
] as const;

/** Where a face will live, from the gentlest. */
export const LIVES = ['indoors', 'outdoors, shaded', 'outdoors', 'sun side'] as const;

export const FaceSchema = Type.Object(
  {
    id,
    kind: FaceKindSchema,
    texture: Type.Enum(['sanded', 'sawn', 'wire-brushed', 'weathered', 'grooved']),
    profile: Type.Enum(['flat', 'panelled', 'bead', 'lap']),
    /** The crew's own factor in place of the profile's. */
    profileFactor: Type.Optional(Type.Number({ minimum: 1, maximum: 3 })),
    coats: Type.Integer({ minimum: 0, maximum: 12 }),
    areaM2: Type.Optional(area),
    /** Where it will live, when that is not where it is worked: what wears it, and what its finish must stand. */
    life: Type.Optional(Type.Enum([...LIVES])),
    /** How it lies while it is worked outdoors, where that is not as its place says. */
    lies: Type.Optional(
      Type.Object(
        {
          /** 0 looks up, 90 stands, 180 looks down. */
          tiltDeg: Type.Number({ minimum: 0, maximum: 180 }),
          /** From north by east. */
          facingDeg: Type.Optional(Type.Number({ minimum: 0, maximum: 360 }))
        },
        closed
      )
    ),
    reach: Type.Optional(Type.Enum(['yes', 'before installation', 'no'])),
    /** What it came finished with, by a joiner or years ago: its first coat here is not on bare wood. */
    came: Type.Optional(Type.Enum([...FINISHES_FOUND])),
    /** There is one of it over all pieces, not one of each: a string beside its treads. */
    whole: Type.Optional(Type.Literal(true)),
    /** It lies on the bench while its other side is coated: no handling before touch dry. */
    turnOver: Type.Optional(Type.Boolean())
  },
  closed
);

/** How a surface is lived on: what wears it. */
export const LivingSchema = Type.Object(
  {
    traffic: Type.Enum(['not walked on', 'rare', 'home', 'family and dog', 'shop', 'school or public']),
    sun: Type.Number({ minimum: 0.6, maximum: 1.4 }),
    wet: Type.Enum(['dry', 'often wet', 'standing water']),
    soap: Type.Enum(['proper soap', 'none', 'harsh cleaner'])
  },
  closed
);

/** The wood as it was found: what a walk round it tells before any test. What was found on it stands in the log. */
export const LookSchema = Type.Object(
  {
    ageYears: Type.Optional(Type.Number({ minimum: 0, maximum: 1000 })),
    oldFinish: Type.Optional(Type.Enum(['none', ...FINISHES_FOUND])),
    condition: Type.Optional(
      Type.Enum(['old film or heavy wear', 'cupped', 'worn or gouged', 'new planed', 'light marks'])
    ),
    sapwood: Type.Optional(Type.Enum(['none', 'some', 'much'])),
    food: Type.Optional(Type.Boolean()),
    access: Type.Optional(Type.String({ maxLength: 500 })),
    wishes: Type.Optional(Type.String({ maxLength: 1000 })),
    living: Type.Optional(LivingSchema)
  },
  closed
);

export const SurfaceSchema = Type.Object(
  {
    id,
    name: text(80),
    kind: SurfaceKindSchema,
    speciesId: text(40),
    /** 0 while nobody has measured it. */
    thicknessM: Type.Number({ minimum: 0, maximum: 1 }),
    lastGrit: Type.Integer({ minimum: 24, maximum: 2000 }),
    waterPopped: Type.Boolean(),
    weathered: Type.Boolean(),
    /** What its list of steps is made otherwise by the crew. */
    steps: Type.Optional(Type.Array(StepEditSchema, { minItems: 1, maxItems: 80 })),
    look: Type.Optional(LookSchema),
    shape: ShapeSchema,
    boards: Type.Optional(BoardsSchema),
    cutOuts: Type.Optional(Type.Array(CutOutSchema, { maxItems: 120 })),
    exits: Type.Optional(Type.Array(ExitSchema, { maxItems: 24 })),
    /** Sides that stand tight against a wall: their edge can't be coated. */
    tightSides: Type.Optional(Type.Array(side, { maxItems: 240 })),
    /** Height of an upstand along the tight sides. */
    upstandM: Type.Optional(Type.Number({ minimum: 0, maximum: 2 })),
    /** Tags of its pieces: "door 1" … "door 12". */
    units: Type.Optional(Type.Array(text(30), { minItems: 1, maxItems: 200, uniqueItems: true })),
    /** In how many pieces it is divided, as a stair into treads; without it each piece is one more of the size measured. */
    dividedInto: Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
    /** Pieces of a size of their own; all others have the shape's. */
    sizes: Type.Optional(
      Type.Array(
        Type.Object(
          {
            pieces: Type.Array(text(30), { minItems: 1, maxItems: 200, uniqueItems: true }),
            shape: ShapeSchema
          },
          closed
        ),
        { minItems: 1, maxItems: 60 }
      )
    ),
    faces: Type.Array(FaceSchema, { minItems: 1, maxItems: 20 })
  },
  closed
);

export type Living = Static<typeof LivingSchema>;
export type Look = Static<typeof LookSchema>;
export type SurfaceKind = Static<typeof SurfaceKindSchema>;
/** One side walked round an outline: its length, then the turn at its end. Left is positive. */
export type Wall = Static<typeof WallSchema>;
export type Shape = Static<typeof ShapeSchema>;
export type ShapeType = Shape['type'];
export type ShapeOf<T extends ShapeType> = Extract<Shape, { type: T }>;
export type CutOut = Static<typeof CutOutSchema>;
export type Exit = Static<typeof ExitSchema>;
export type Boards = Static<typeof BoardsSchema>;
export type FaceKind = Static<typeof FaceKindSchema>;
/** A part of a surface that gets its own coats. `areaM2` is typed when the shape can not give it. */
export type Face = Static<typeof FaceSchema>;
export type Texture = Face['texture'];
export type Profile = Face['profile'];
export type FinishFound = (typeof FINISHES_FOUND)[number];
export type Life = (typeof LIVES)[number];
export type PieceSize = NonNullable<Surface['sizes']>[number];
/** One installed thing, in the dimensions a tape gives. */
export type Surface = Static<typeof SurfaceSchema>;
