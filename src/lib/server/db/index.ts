import { config } from '../config';
import { connect } from './connect';

export type { Db, Tx } from './connect';

/** The pool of this process. */
export const { db, pool } = connect(config.databaseUrl);
