import { v7 as uuidv7 } from 'uuid';
import type { EventData } from '$core/job';
import type { WorkLog } from '../worklog/work-log.svelte';
import type { QueuedPhoto } from '../worklog/device-queue';
import { shrunk } from './shrink';

/** A photo on its way: how much has gone, or why it was not taken. */
export interface PhotoOnItsWay {
  id: string;
  eventId: string;
  /** Seen from this device until the server has it. */
  url: string;
  /** Share sent, 0–1. */
  sent: number;
  refused?: string;
}

export const PHOTO_LIMIT_MB = 15;
const AGAIN_MS = 4000;

/**
 * Photos of a job on this device. One is kept here before it is shown, sent until the server has it, again and again while
 * out of reach; a refused one says why and waits to be taken out.
 */
export class PhotoDesk {
  onItsWay = $state.raw<PhotoOnItsWay[]>([]);
  outOfReach = $state(false);
  #sending = false;
  #again: ReturnType<typeof setTimeout> | null = null;

  constructor(
    readonly jobId: string,
    private readonly personId: string,
    private readonly log: WorkLog
  ) {}

  /** Brings back what waits on this device; call the result to stop. */
  start(): () => void {
    void this.#wake();
    const online = () => void this.flush();
    addEventListener('online', online);
    return () => {
      removeEventListener('online', online);
      if (this.#again) clearTimeout(this.#again);
      for (const p of this.onItsWay) URL.revokeObjectURL(p.url);
    };
  }

  async #wake(): Promise<void> {
    const { deviceQueue } = await import('../worklog/device-queue');
    const own = (await deviceQueue.photos.where('jobId').equals(this.jobId).toArray()).filter(
      (p) => p.by === this.personId
    );
    this.onItsWay = own.map(shown);
    await this.flush();
  }

  /** Takes a picture in: kept on this device, pinned by an event, then sent. Gives what is wrong with it, or null. */
  async add(file: Blob, pin: Omit<EventData<'photo.added'>, 'photo'>): Promise<string | null> {
    if (!file.type.startsWith('image/')) return 'This is no picture.';
    if (file.size > PHOTO_LIMIT_MB * 1e6 * 4) return `This picture is too large: at most ${PHOTO_LIMIT_MB * 4} MB.`;
    const picture = await shrunk(file);
    if (picture.size > PHOTO_LIMIT_MB * 1e6) return `This picture is too large: at most ${PHOTO_LIMIT_MB} MB.`;
    const id = uuidv7();
    const eventId = await this.log.add('photo.added', { photo: id, ...pin });
    const queued: QueuedPhoto = { id, jobId: this.jobId, by: this.personId, eventId, picture };
    const { deviceQueue } = await import('../worklog/device-queue');
    await deviceQueue.photos.put(queued);
    this.onItsWay = [...this.onItsWay, shown(queued)];
    void this.flush();
    return null;
  }

  /** Takes out a photo that was refused, from the device and from the record. */
  async dismiss(p: PhotoOnItsWay): Promise<void> {
    await this.#forget(p.id);
    await this.log.undo(p.eventId);
  }

  /** Where a photo is seen: on this device while it waits, else at the server. */
  urlOf(photo: string, size: 'small' | 'full'): string {
    return this.onItsWay.find((p) => p.id === photo)?.url ?? `/api/jobs/${this.jobId}/photos/${photo}?size=${size}`;
  }

  /** Sends what waits, one after the other; tries again by itself while out of reach. */
  async flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    const { deviceQueue } = await import('../worklog/device-queue');
    try {
      for (const p of this.onItsWay.filter((x) => !x.refused)) {
        const kept = await deviceQueue.photos.get(p.id);
        if (!kept) continue;
        const answer = await sent(`/api/jobs/${this.jobId}/photos/${p.id}`, kept.picture, (share) =>
          this.#change(p.id, { sent: share })
        );
        if (answer.ok) await this.#forget(p.id);
        else {
          await deviceQueue.photos.put({ ...kept, refused: answer.reason });
          this.#change(p.id, { refused: answer.reason });
        }
      }
      this.outOfReach = false;
    } catch {
      this.outOfReach = true;
      this.#again = setTimeout(() => void this.flush(), AGAIN_MS);
    } finally {
      this.#sending = false;
    }
    if (!this.outOfReach && this.onItsWay.some((p) => !p.refused)) await this.flush();
  }

  #change(id: string, part: Partial<PhotoOnItsWay>): void {
    this.onItsWay = this.onItsWay.map((p) => (p.id === id ? { ...p, ...part } : p));
  }

  async #forget(id: string): Promise<void> {
    const { deviceQueue } = await import('../worklog/device-queue');
    await deviceQueue.photos.delete(id);
    const gone = this.onItsWay.find((p) => p.id === id);
    this.onItsWay = this.onItsWay.filter((p) => p.id !== id);
    if (gone) URL.revokeObjectURL(gone.url);
  }
}

const shown = (q: QueuedPhoto): PhotoOnItsWay => ({
  id: q.id,
  eventId: q.eventId,
  url: URL.createObjectURL(q.picture),
  sent: 0,
  ...(q.refused && { refused: q.refused })
});

/** Puts a picture to the server, telling how much has gone. Throws while the server is out of reach. */
function sent(
  path: string,
  picture: Blob,
  told: (share: number) => void
): Promise<{ ok: true } | { ok: false; reason: string }> {
  return new Promise((done, lost) => {
    const r = new XMLHttpRequest();
    r.open('PUT', path);
    r.upload.onprogress = (e) => e.lengthComputable && told(e.loaded / e.total);
    r.onerror = r.onabort = r.ontimeout = () => lost(new Error('out of reach'));
    r.onload = () => {
      if (r.status >= 200 && r.status < 300) done({ ok: true });
      else if (r.status >= 500) lost(new Error(`answer ${r.status}`));
      else done({ ok: false, reason: reasonOf(r) });
    };
    r.send(picture);
  });
}

function reasonOf(r: XMLHttpRequest): string {
  try {
    const a = JSON.parse(r.responseText) as { message?: string; problems?: { problem: string }[] };
    return a.problems?.map((p) => `The photo ${p.problem}.`).join(' ') ?? a.message ?? 'refused by the server';
  } catch {
    return `refused by the server (${r.status})`;
  }
}
