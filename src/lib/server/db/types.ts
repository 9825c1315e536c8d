import { char, customType, datetime } from 'drizzle-orm/mysql-core';

/** A JSON document. MariaDB keeps JSON as text, so it is written as text and read back whichever way the driver hands it over. */
export const jsonDocument = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'json',
    toDriver: (v) => JSON.stringify(v),
    fromDriver: (v: unknown) => (typeof v === 'string' ? JSON.parse(v) : v) as T
  })(name);

/** Bytes of up to 16 MB. */
export const mediumBlob = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'mediumblob' });

/** An id, a UUID as text. */
export const id = (name = 'id') => char(name, { length: 36 });

/** An instant in UTC, to the millisecond. */
export const at = (name: string) => datetime(name, { mode: 'date', fsp: 3 });
