import { db } from '../db';
import { LiveUpdates } from './live-updates';

/** The live updates of this process. */
export const liveUpdates = new LiveUpdates(db);
