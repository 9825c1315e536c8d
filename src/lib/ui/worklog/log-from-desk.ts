import { v7 as uuidv7 } from 'uuid';
import type { EventData, EventType } from '$core/log';
import type { Receipt } from '$lib/server/on-site/append';
import { clock } from '../clock/clock.svelte';

/** Logs one event on a job that is not open here, and waits for the answer. Gives what was wrong, or null. */
export async function logFromDesk<T extends EventType>(
  jobId: string,
  type: T,
  data: EventData<T>
): Promise<string | null> {
  const event = { id: uuidv7(), at: Math.round(clock.read()), device: 'desk', type, data };
  try {
    const r = await fetch(`/api/jobs/${jobId}/events`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ events: [event] })
    });
    const answer = (await r.json()) as { receipts?: Receipt[]; message?: string; problems?: { problem: string }[] };
    if (!r.ok) return answer.message ?? answer.problems?.[0]?.problem ?? 'It was not taken.';
    const [receipt] = answer.receipts!;
    return receipt?.outcome === 'refused' ? receipt.reason : null;
  } catch {
    return 'The server is out of reach. Nothing was written.';
  }
}
