import { customType, datetime } from 'drizzle-orm/mysql-core';
import { FIRST_PART } from '../../../core/document';

/** A JSON document. MariaDB keeps JSON as text, so it is written as text and read back whichever way the driver hands it over. */
export const jsonDocument = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'json',
    toDriver: (v) => JSON.stringify(v),
    fromDriver: (v: unknown) => (typeof v === 'string' ? JSON.parse(v) : v) as T
  })(name);

/** Bytes of up to 16 MB. */
export const mediumBlob = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'mediumblob' });

/** An id, a UUID in small letters, compared as bytes: the same letters in capitals are another. */
const uuid = customType<{ data: string; driverData: string }>({
  dataType: () => 'char(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin'
});
export const id = (name = 'id') => uuid(name);

/** The id of a product card, compared as bytes. */
const slug = customType<{ data: string; driverData: string }>({
  dataType: () => 'varchar(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin'
});
export const cardKey = (name = 'card_id') => slug(name);

/** A part of a job; rows from before jobs had several are of the first. */
export const part = () =>
  customType<{ data: string; driverData: string }>({
    dataType: () => 'varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin'
  })('part')
    .notNull()
    .default(FIRST_PART);

/** An instant in UTC, to the millisecond. */
export const at = (name: string) => datetime(name, { mode: 'date', fsp: 3 });
