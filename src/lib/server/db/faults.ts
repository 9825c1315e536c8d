/** What a driver says of a fault: its own code and number, never what was being written. */
export interface DriverFault {
  code: string;
  errno: number | null;
  /** The statement with its places for values, without the values. */
  statement: string | null;
}

/** The driver's own error within an error, however deep it is wrapped; null when it is no fault of the database. */
export function driverFault(error: unknown): DriverFault | null {
  let statement: string | null = null;
  let at = error as { code?: unknown; errno?: unknown; query?: unknown; cause?: unknown } | null | undefined;
  for (let depth = 0; at && typeof at === 'object' && depth < 8; depth++, at = at.cause as typeof at) {
    if (typeof at.query === 'string') statement ??= at.query;
    if (typeof at.code === 'string' && (typeof at.errno === 'number' || at.code.startsWith('PROTOCOL_')))
      return { code: at.code, errno: typeof at.errno === 'number' ? at.errno : null, statement };
  }
  return null;
}

/** Why a transaction may be begun again: nothing of it was written. */
export type Again = 'clash' | 'duplicate';

const CLASH = new Map<number, string>([
  [1020, 'a row changed since it was read (snapshot isolation)'],
  [1205, 'a lock was waited for too long'],
  [1213, 'a deadlock was broken, or the cluster refused the commit'],
  [3572, 'a lock was not to be had at once']
]);
const DUPLICATE = 1062;
/** The node is there, but not part of the cluster (yet). */
const AWAY = new Set([1047, 1927, 1290, 1792]);

/** Whether to begin a transaction again, and why; null when it would fail the same. */
export function againFor(error: unknown): Again | null {
  const fault = driverFault(error);
  if (fault?.errno == null) return null;
  if (CLASH.has(fault.errno)) return 'clash';
  return fault.errno === DUPLICATE ? 'duplicate' : null;
}

/** Whether the database could not be reached, or is not ready: the same request may go well a moment later. */
export function isAway(error: unknown): boolean {
  const fault = driverFault(error);
  if (!fault) return false;
  return (
    (fault.errno !== null && AWAY.has(fault.errno)) ||
    ['ECONNREFUSED', 'ECONNRESET', 'ETIMEDOUT', 'EPIPE', 'PROTOCOL_CONNECTION_LOST'].includes(fault.code)
  );
}
