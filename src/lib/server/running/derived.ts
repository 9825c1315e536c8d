import { driverFault } from '../db/faults';

/**
 * Does what follows from something that is stored already. It never fails the answer that says so: what it could not derive is
 * noted in the log of the process, derived again with the next change, and made anew by `./basket rebuild`.
 */
export async function afterwards(what: string, work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
  } catch (fault) {
    const driver = driverFault(fault);
    process.stderr.write(
      `${new Date().toISOString()} ${what} could not be derived: ${driver ? `${driver.code} ${driver.errno ?? ''}` : ((fault as Error).stack ?? String(fault))}\n`
    );
  }
}
