import { error } from '@sveltejs/kit';
import { db } from '$lib/server/db';
import { seqOf } from '$lib/server/http';
import { findAnyJob } from '$lib/server/jobs/reading';
import { liveUpdates } from '$lib/server/work-log';
import { noteStream } from '$lib/server/work-log/streams';
import type { RequestHandler } from './$types';

const HEARTBEAT_MS = 20_000;

/** A stream's head alone: there is a stream here. */
export const HEAD: RequestHandler = async ({ params, locals }) => {
  if (!(await findAnyJob(db, locals.person!.crewId, params.id))) error(404, 'There is no such job in your crew.');
  return new Response(null, { headers: { 'Content-Type': 'text/event-stream' } });
};

/** New events of a job as they are stored, by whichever process. The id of each message is its sequence number. */
export const GET: RequestHandler = async ({ params, url, request, locals }) => {
  const person = locals.person!;
  if (!(await findAnyJob(db, person.crewId, params.id))) error(404, 'There is no such job in your crew.');
  const after = seqOf(request.headers.get('last-event-id') ?? url.searchParams.get('after'));
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
      const forget = noteStream(db, person.id, end);
      send('retry: 2000\n\n');
    },
    cancel: () => end()
  });
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'X-Accel-Buffering': 'no' }
  });
};
