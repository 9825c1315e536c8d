import sharp, { type Metadata } from 'sharp';
import { Line } from './line';

/** Largest upload read, bytes. A phone's picture is 3 to 12 MB. */
export const PHOTO_LIMIT_BYTES = 15_000_000;
const MOST_PIXELS = 60_000_000;
const FULL = { side: 2048, quality: 82 };
const SMALL = { side: 360, quality: 74 };

/** A picture as it is kept: upright, of a fair size, JPEG, without anything the camera wrote beside it. */
export interface KeptPicture {
  full: Buffer;
  small: Buffer;
  width: number;
  height: number;
}

export type PictureResult = { ok: true; picture: KeptPicture } | { ok: false; problem: string };

/** What a file is by its first bytes, whatever its name says. */
function kindOf(b: Uint8Array): 'jpeg' | 'png' | 'webp' | null {
  const at = (i: number, ...bytes: number[]) => bytes.every((v, k) => b[i + k] === v);
  if (at(0, 0xff, 0xd8, 0xff)) return 'jpeg';
  if (at(0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'png';
  if (at(0, 0x52, 0x49, 0x46, 0x46) && at(8, 0x57, 0x45, 0x42, 0x50)) return 'webp';
  return null;
}

/** Pictures made at once, and those that wait for their turn. */
const AT_ONCE = 2;
const MOST_WAITING = 40;
/** Longest one picture may take, seconds. */
const PATIENCE_S = 12;

// One thread a picture: two of them never take all there are.
sharp.concurrency(1);
sharp.cache(false);

const line = new Line(AT_ONCE, MOST_WAITING);

/**
 * Makes a picture to keep out of an upload: turned upright, at most 2048 pixels a side, re-encoded, so that location and all
 * other data of the camera are gone. Decoded once, two at a time, within some seconds. Refuses what is no JPEG, PNG or WebP by
 * its content, is too large, or is damaged; null when too many wait already.
 */
export async function keptPicture(upload: Uint8Array): Promise<PictureResult | null> {
  if (upload.length > PHOTO_LIMIT_BYTES)
    return { ok: false, problem: `is ${Math.ceil(upload.length / 1e6)} MB; a photo is at most 15 MB` };
  if (!kindOf(upload)) return { ok: false, problem: 'is no JPEG, PNG or WebP picture' };
  return line.take(() => made(upload));
}

async function made(upload: Uint8Array): Promise<PictureResult> {
  try {
    const meta: Metadata = await sharp(upload, { limitInputPixels: MOST_PIXELS }).metadata();
    if ((meta.width ?? 0) < 16 || (meta.height ?? 0) < 16) return { ok: false, problem: 'is smaller than 16 pixels' };
    const full = await sharp(upload, { limitInputPixels: MOST_PIXELS, failOn: 'error', pages: 1, sequentialRead: true })
      .rotate()
      .resize(FULL.side, FULL.side, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .timeout({ seconds: PATIENCE_S })
      .jpeg({ quality: FULL.quality, mozjpeg: false })
      .toBuffer({ resolveWithObject: true });
    const small = await sharp(full.data)
      .resize(SMALL.side, SMALL.side, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: SMALL.quality, mozjpeg: false })
      .toBuffer();
    return {
      ok: true,
      picture: { full: full.data, small, width: full.info.width, height: full.info.height }
    };
  } catch {
    return { ok: false, problem: 'is damaged, takes too long to open, or has more than 60 million pixels' };
  }
}
