import { Type, type Static } from 'typebox';
import { CLOCK_FORM, UUID_FORM } from '../../core/keyed';
import { SiteSchema } from '../../core/document/schema';
import { StockTinSchema } from '../../core/stock/schema';

const closed = { additionalProperties: false };
const email = Type.String({ format: 'email', maxLength: 120 });
const password = Type.String({ minLength: 10, maxLength: 200 });
const name = Type.String({ minLength: 1, maxLength: 80 });
const role = Type.Enum(['lead', 'hand', 'office']);

export const SignInSchema = Type.Object({ email, password: Type.String({ minLength: 1, maxLength: 200 }) }, closed);
export const FirstAccountSchema = Type.Object(
  { crewName: name, name, email, password, units: Type.Enum(['metric', 'us']) },
  closed
);
export const PersonSchema = Type.Object({ name, email, password, role }, closed);
export const RoleSchema = Type.Object({ userId: Type.String({ pattern: UUID_FORM.pattern }), role }, closed);

/** A person changes the own password. */
export const PasswordChangeSchema = Type.Object(
  { currentPassword: Type.String({ minLength: 1, maxLength: 200 }), newPassword: password },
  closed
);
/** A person sets a password by a link. */
export const NewPasswordSchema = Type.Object({ newPassword: password }, closed);

/** A new job: only what must be known before measuring. The rest starts from the crew's defaults. */
export const NewJobSchema = Type.Object(
  {
    title: Type.String({ minLength: 1, maxLength: 120 }),
    clientName: Type.String({ minLength: 1, maxLength: 120 }),
    phone: Type.String({ maxLength: 40 }),
    place: Type.String({ minLength: 1, maxLength: 120 }),
    latitudeDeg: Type.Number({ minimum: -90, maximum: 90 }),
    longitudeDeg: Type.Number({ minimum: -180, maximum: 180 }),
    timeZone: Type.String({ minLength: 1, maxLength: 60 }),
    setting: SiteSchema.properties.setting,
    weekFrom: Type.String({ pattern: CLOCK_FORM.pattern }),
    weekTo: Type.String({ pattern: CLOCK_FORM.pattern }),
    saturday: Type.Boolean(),
    people: Type.Integer({ minimum: 1, maximum: 20 })
  },
  closed
);

export const PricesSchema = Type.Object(
  {
    prices: Type.Array(
      Type.Object(
        {
          packId: Type.String({ minLength: 1, maxLength: 40 }),
          priceCents: Type.Integer({ minimum: 0, maximum: 10000000 })
        },
        closed
      ),
      { minItems: 1, maxItems: 24 }
    )
  },
  closed
);

const { id: _, ...tinFields } = StockTinSchema.properties;
/** A tin bought: all of it but the id, which the stock gives. */
export const NewTinSchema = Type.Object(tinFields, closed);
/** A tin set right by hand, over the version it was read at. */
export const TinChangeSchema = Type.Object(
  {
    rowVersion: Type.Integer({ minimum: 1 }),
    leftMl: Type.Optional(StockTinSchema.properties.leftMl),
    place: Type.Optional(StockTinSchema.properties.place),
    openedOn: Type.Optional(Type.String({ format: 'date' })),
    thrownOut: Type.Optional(Type.Boolean()),
    note: Type.String({ maxLength: 200 })
  },
  closed
);

export type NewTinInput = Static<typeof NewTinSchema>;
export type TinChangeInput = Static<typeof TinChangeSchema>;
export type SignInInput = Static<typeof SignInSchema>;
export type FirstAccountInput = Static<typeof FirstAccountSchema>;
export type PersonInput = Static<typeof PersonSchema>;
export type PasswordChangeInput = Static<typeof PasswordChangeSchema>;
export type NewPasswordInput = Static<typeof NewPasswordSchema>;
export type RoleInput = Static<typeof RoleSchema>;
export type NewJobInput = Static<typeof NewJobSchema>;
export type PricesInput = Static<typeof PricesSchema>;
