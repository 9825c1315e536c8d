import { error } from '@sveltejs/kit';
import { db } from '$lib/server/db';
import { findJob } from '$lib/server/jobs/jobs';
import { liveUpdates } from '$lib/server/work-log';
import { noteStream } from '$lib/server/work-log/streams';
import type { RequestHandler } from './$types';

const HEARTBEAT_MS = 20_000;

/** New events of a job as they are stored, by whichever process. The id of each message is its sequence number. */
export const GET: RequestHandler = async ({ params, url, request, locals }) => {
  if (!(await findJob(db, locals.person!.crewId, params.id))) error(404);
  const after = Number(request.headers.get('last-event-id') ?? url.searchParams.get('after')) || 0;
  let end = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const text = new TextEncoder();
      const send = (s: string) => controller.enqueue(text.encode(s));
      const unfollow = liveUpdates.follow(params.id, after, (events) => {
        for (const e of events) send(`id: ${e.seq}\ndata: ${JSON.stringify(e)}\n\n`);
      });
      const beat = setInterval(() => send(': still here\n\n'), HEARTBEAT_MS);
      let ended = false;
      end = () => {
        if (ended) return;
        ended = true;
        clearInterval(beat);
        unfollow();
        forget();
        try {
          controller.close();
        } catch {
          // The other side has gone already.
        }
      };
      const forget = noteStream(end);
      send('retry: 2000\n\n');
    },
    cancel: () => end()
  });
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'X-Accel-Buffering': 'no' }
  });
};
