import { v7 as uuidv7 } from 'uuid';
import type { EventData } from '$core/log';
import type { Outbox } from '../outbox/outbox.svelte';
import type { WorkLog } from './work-log.svelte';
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

/** Photos of a job on this device: taken in, kept in the outbox until the server has them, and seen from here meanwhile. */
export class PhotoDesk {
  #urls = new Map<string, string>();

  readonly onItsWay = $derived.by((): PhotoOnItsWay[] =>
    this.outbox.photos
      .filter((p) => p.jobId === this.jobId)
      .map((p) => ({
        id: p.id,
        eventId: p.eventId,
        url: this.#urlOf(p.id, p.picture),
        sent: this.outbox.shares.get(p.id) ?? 0,
        ...(p.refused && { refused: p.refused })
      }))
  );

  constructor(
    readonly jobId: string,
    private readonly outbox: Outbox,
    private readonly log: WorkLog
  ) {}

  get outOfReach(): boolean {
    return this.outbox.reach === 'on this phone only' || this.outbox.reach === 'sign in to send';
  }

  /** Call the result when the job is left: pictures seen from this device are let go of. */
  start(): () => void {
    return () => {
      for (const url of this.#urls.values()) URL.revokeObjectURL(url);
      this.#urls.clear();
    };
  }

  #urlOf(id: string, picture: Blob): string {
    const before = this.#urls.get(id);
    if (before) return before;
    const url = URL.createObjectURL(picture);
    this.#urls.set(id, url);
    return url;
  }

  /** Takes a picture in: kept on this device, pinned by an event, then sent. Gives what is wrong with it, or null. */
  async add(file: Blob, pin: Omit<EventData<'photo.added'>, 'photo'>): Promise<string | null> {
    if (!file.type.startsWith('image/')) return 'This is no picture.';
    if (file.size > PHOTO_LIMIT_MB * 1e6 * 4) return `This picture is too large: at most ${PHOTO_LIMIT_MB * 4} MB.`;
    const picture = await shrunk(file);
    if (picture.size > PHOTO_LIMIT_MB * 1e6) return `This picture is too large: at most ${PHOTO_LIMIT_MB} MB.`;
    const id = uuidv7();
    const eventId = await this.log.add('photo.added', { photo: id, ...pin });
    await this.outbox.addPhoto({ id, jobId: this.jobId, eventId, picture });
    return null;
  }

  resend(id: string): Promise<void> {
    return this.outbox.resend(id);
  }

  /** Lets go of a photo that was refused, on the device and in the record. */
  async letGo(p: PhotoOnItsWay): Promise<void> {
    await this.outbox.letGo(p.id);
    await this.log.undo(p.eventId);
  }

  /** Where a photo is seen: on this device while it waits, else at the server. */
  urlOf(photo: string, size: 'small' | 'full'): string {
    return this.onItsWay.find((p) => p.id === photo)?.url ?? `/api/jobs/${this.jobId}/photos/${photo}?size=${size}`;
  }
}
