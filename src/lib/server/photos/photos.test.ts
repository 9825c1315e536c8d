import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import { floorJob, NOW, whole } from '../../../../tests/fixtures';
import { freshCrew, testDatabase } from '../../../../tests/server/database';
import { createJob } from '../jobs/jobs';
import { findPhoto, storePhoto } from './photos';
import { keptPicture, PHOTO_LIMIT_BYTES, type KeptPicture } from './picture';

let conn: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  conn = await testDatabase();
});
afterAll(() => conn.pool.end());

/** A picture of so many pixels, left half dark, with what a phone writes beside it. */
const picture = (width: number, height: number) => {
  const dark = { create: { width: Math.round(width / 2), height, channels: 3 as const, background: '#201008' } };
  return sharp({ create: { width, height, channels: 3, background: '#e0c090' } }).composite([
    { input: dark, left: 0, top: 0 }
  ]);
};
const kept = async (bytes: Uint8Array): Promise<KeptPicture> => {
  const r = await keptPicture(bytes);
  if (!r?.ok) throw new Error(r?.problem ?? 'too many at once');
  return r.picture;
};

describe('a picture to keep', () => {
  it('is turned upright by what the camera says, and made small', async () => {
    const lying = await picture(3000, 2000).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const p = await kept(lying);
    expect([p.width, p.height]).toEqual([1365, 2048]);
    // The dark half, left in the file, is above once it stands upright.
    const { data } = await sharp(p.full).resize(3, 4).raw().toBuffer({ resolveWithObject: true });
    expect(data[1 * 3]).toBeLessThan(80);
    expect(data[10 * 3]).toBeGreaterThan(150);
    const small = await sharp(p.small).metadata();
    expect(Math.max(small.width!, small.height!)).toBe(360);
  });
  it('loses its place on earth and everything else beside the picture', async () => {
    const told = await picture(800, 600)
      .withExif({ IFD0: { Artist: 'Somebody' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '53/1 3/1 36/1' } })
      .jpeg()
      .toBuffer();
    expect((await sharp(told).metadata()).exif).toBeDefined();
    const { full, small } = await kept(told);
    for (const b of [full, small]) {
      const m = await sharp(b).metadata();
      expect([m.exif, m.xmp, m.iptc]).toEqual([undefined, undefined, undefined]);
      expect(b.includes('GPS')).toBe(false);
      expect(b.includes('Somebody')).toBe(false);
    }
  });
  it('takes PNG and WebP, and never enlarges', async () => {
    for (const make of ['png', 'webp'] as const) {
      const p = await kept(await picture(320, 240)[make]().toBuffer());
      expect([p.width, p.height]).toEqual([320, 240]);
    }
  });
  it('refuses by content, whatever it is called: SVG, text, a cut-off file, a giant', async () => {
    const problem = async (b: Uint8Array) => {
      const r = await keptPicture(b);
      return !r || r.ok ? '' : r.problem;
    };
    expect(await problem(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'))).toMatch(/no JPEG/);
    expect(await problem(Buffer.from('hello'))).toMatch(/no JPEG/);
    expect(await problem(new Uint8Array(0))).toMatch(/no JPEG/);
    const whole = await picture(800, 600).jpeg().toBuffer();
    expect(await problem(whole.subarray(0, 700))).toMatch(/damaged/);
    expect(await problem(Buffer.concat([whole, Buffer.alloc(PHOTO_LIMIT_BYTES)]))).toMatch(/at most 15 MB/);
    expect(await problem(await picture(8, 8).png().toBuffer())).toMatch(/smaller than 16/);
    const giant = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    expect(await problem(giant)).toMatch(/60 million pixels/);
  });
});

describe('photos of a job', () => {
  it('are kept once under the id of the device, and read by their own crew only', async () => {
    const [own, other] = [await freshCrew(conn.db), await freshCrew(conn.db)];
    const jobId = await createJob(conn.db, own.crewId, whole(floorJob()), 'Ines', NOW);
    const elsewhere = await createJob(conn.db, own.crewId, whole(floorJob()), 'Ines', NOW);
    const who = { id: own.userId, name: 'Ines' };
    const p = await kept(await picture(640, 480).jpeg().toBuffer());
    const id = uuidv7();
    expect(await storePhoto(conn.db, own.crewId, jobId, id, p, who, NOW)).toBe('stored');
    expect(await storePhoto(conn.db, own.crewId, jobId, id, p, who, NOW)).toBe('known');
    expect(await storePhoto(conn.db, own.crewId, elsewhere, id, p, who, NOW)).toBe('taken');
    expect(await storePhoto(conn.db, other.crewId, jobId, uuidv7(), p, who, NOW)).toBe('no such job');
    expect((await findPhoto(conn.db, own.crewId, jobId, id, 'full'))!.equals(p.full)).toBe(true);
    expect((await findPhoto(conn.db, own.crewId, jobId, id, 'small'))!.equals(p.small)).toBe(true);
    expect(await findPhoto(conn.db, other.crewId, jobId, id, 'full')).toBeNull();
    expect(await findPhoto(conn.db, own.crewId, elsewhere, id, 'full')).toBeNull();
  });
});
