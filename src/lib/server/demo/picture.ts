import sharp from 'sharp';

/** What a made-up photo of the demo world shows: boards of a tone, more or less worn. */
export interface DemoPicture {
  tone: string;
  /** 0 fresh to 1 worn out. */
  wear: number;
}

const SIZE = { w: 1200, h: 900 };

/** Draws boards with wear as a PNG, always the same for the same wish: nobody's floor, made up for the demo. */
export function demoPicture({ tone, wear }: DemoPicture): Promise<Buffer> {
  const next = dice(tone.length * 7919 + Math.round(wear * 1000));
  const boards = Array.from({ length: 9 }, (_, i) => {
    const y = i * 100;
    const shade = 0.04 + next() * 0.12;
    const joint = next() * SIZE.w;
    return `<rect x="0" y="${y}" width="${SIZE.w}" height="98" fill="#000" fill-opacity="${shade.toFixed(3)}"/><rect x="${joint.toFixed(0)}" y="${y}" width="3" height="98" fill="#000" fill-opacity=".5"/>`;
  });
  const marks = Array.from({ length: Math.round(wear * 90) }, () => {
    const [x, y, l, a] = [next() * SIZE.w, next() * SIZE.h, 20 + next() * 120, next() * 360];
    return `<rect x="${x.toFixed(0)}" y="${y.toFixed(0)}" width="${l.toFixed(0)}" height="3" transform="rotate(${a.toFixed(0)} ${x.toFixed(0)} ${y.toFixed(0)})" fill="#fff" fill-opacity="${(0.1 + next() * 0.3).toFixed(2)}"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE.w}" height="${SIZE.h}"><rect width="${SIZE.w}" height="${SIZE.h}" fill="${tone}"/>${boards.join('')}${marks.join('')}<rect y="0" width="${SIZE.w}" height="${SIZE.h}" fill="url(#l)"/><defs><linearGradient id="l" x2="1" y2="1"><stop offset="0" stop-color="#fff" stop-opacity=".28"/><stop offset="1" stop-color="#000" stop-opacity=".3"/></linearGradient></defs></svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}

/** A small seeded generator, 0–1. */
function dice(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (s * 1664525 + 1013904223) >>> 0;
    return s / 2 ** 32;
  };
}
