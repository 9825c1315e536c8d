import { HouseDocumentSchema, HouseStepSchema } from '../../core/house/schema';
import { HousePlaceSchema } from '../../core/place/schema';
import { JobDocumentSchema } from '../../core/document/schema';
import { NewEventSchema } from '../../core/log/schema';
import { ProductCardSchema } from '../../core/product/schema';
import {
  FirstAccountSchema,
  NewJobSchema,
  NewPasswordSchema,
  NewTinSchema,
  PasswordChangeSchema,
  PersonSchema,
  PricesSchema,
  RoleSchema,
  SignInSchema,
  TinChangeSchema
} from './form-schemas';
import { JobFile1Schema } from './job-1-schema';
import { PlanFileSchema } from './plan-schema';

/** Every input the product takes but events, which have one each (work-event.ts), by name: one schema each, used by browser, server and command line. */
export const schemas = {
  jobDocument: JobDocumentSchema,
  jobFile1: JobFile1Schema,
  houseRules: HouseDocumentSchema,
  housePlace: HousePlaceSchema,
  houseStep: HouseStepSchema,
  newTin: NewTinSchema,
  tinChange: TinChangeSchema,
  productCard: ProductCardSchema,
  signIn: SignInSchema,
  firstAccount: FirstAccountSchema,
  person: PersonSchema,
  roleChange: RoleSchema,
  passwordChange: PasswordChangeSchema,
  newPassword: NewPasswordSchema,
  newJob: NewJobSchema,
  prices: PricesSchema
};

/** Those of inputs that may grow very large: their validators are made once more, stopping at the first problem. */
export const largeSchemas = { jobDocument: JobDocumentSchema, jobFile1: JobFile1Schema };

/** The schemas of the open file formats, as published in docs/schemas. */
export const publishedSchemas = {
  'job-1.schema.json': {
    $schema: 'http://json-schema.org/draft-07/schema#',
    ...JobFile1Schema
  },
  'job-2.schema.json': {
    $schema: 'http://json-schema.org/draft-07/schema#',
    ...JobDocumentSchema
  },
  'plan-2.schema.json': {
    $schema: 'http://json-schema.org/draft-07/schema#',
    ...PlanFileSchema
  },
  'product-card.schema.json': {
    $schema: 'http://json-schema.org/draft-07/schema#',
    ...ProductCardSchema
  },
  'house-rules.schema.json': {
    $schema: 'http://json-schema.org/draft-07/schema#',
    ...HouseDocumentSchema
  },
  'work-event.schema.json': {
    $schema: 'http://json-schema.org/draft-07/schema#',
    title: 'Basket work event',
    ...NewEventSchema
  }
};
