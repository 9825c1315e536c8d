import { v7 as uuidv7 } from 'uuid';
import { EVENT_VERSION, type EventData, type EventType } from '$core/log';
import { asText, send } from '$lib/forms/send';
import type { Receipt } from '$lib/server/on-site/append';
import { clock } from '../clock/clock.svelte';

/** Logs one event on a job that is not open here, and waits for the answer. Gives what was wrong, or null. */
export async function logFromDesk<T extends EventType>(
  jobId: string,
  type: T,
  data: EventData<T>
): Promise<string | null> {
  const event = { id: uuidv7(), at: Math.round(clock.read()), device: 'desk', v: EVENT_VERSION, type, data };
  const sent = await send<{ receipts: Receipt[] }>('POST', `/api/jobs/${jobId}/events`, { events: [event] });
  if (!sent.ok) return asText(sent.problems);
  const [receipt] = sent.value.receipts;
  return receipt?.outcome === 'refused' ? receipt.reason : null;
}
