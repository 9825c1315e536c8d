import { Type, type Static } from 'typebox';

const closed = { additionalProperties: false };
const day = Type.String({ format: 'date' });

/** A tin the crew has: what is in it, which lot, how much is left, where it stands. */
export const StockTinSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 36 }),
    productId: Type.String({ minLength: 1, maxLength: 60 }),
    of: Type.Enum(['kit', 'oil', 'hardener']),
    /** Empty for a hardener. */
    colour: Type.String({ maxLength: 40 }),
    lot: Type.String({ minLength: 1, maxLength: 40 }),
    pairCode: Type.Optional(Type.String({ maxLength: 20 })),
    volumeMl: Type.Integer({ minimum: 10, maximum: 200000 }),
    leftMl: Type.Integer({ minimum: 0, maximum: 200000 }),
    /** The store, or a van's name. */
    place: Type.String({ minLength: 1, maxLength: 40 }),
    boughtOn: day,
    openedOn: Type.Optional(day)
  },
  { ...closed, title: 'Basket tin' }
);

export type StockTin = Static<typeof StockTinSchema>;
