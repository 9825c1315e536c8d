import { parseLength, showLength, type UnitSystem } from '../units';
import { wallName } from './outline';
import type { Wall } from './schema';

/** A walk read from text, or which wall was not understood. */
export type WalkResult = { ok: true; walls: Wall[] } | { ok: false; problem: string };

const TURN = /\b(left|right|l|r)\b\s*(?:(\d+(?:\.\d+)?)\s*(?:°|deg(?:rees)?))?/gi;

/**
 * Reads a wall walk as it is called out: "4.20 right 2.15 right 45° 1.10 left …". Each wall is a length and the turn at its
 * end; a turn without degrees is square. The last turn may be left out. Metres, or as the system reads a bare number.
 */
export function parseWalk(text: string, system: UnitSystem): WalkResult {
  const t = text.trim().replace(/[;\n]+/g, ' , ');
  if (!t)
    return { ok: false, problem: 'Type the walls walking round, for example 4.20 right 2.15 right 4.20 right 2.15.' };
  const walls: Wall[] = [];
  let from = 0;
  const take = (lengthText: string, turn: Wall['turn'], deg?: string): string | null => {
    const plain = lengthText.replace(/^[\s,]+|[\s,]+$/g, '');
    const read = parseLength(plain, system);
    if (!read.ok) return `Wall ${wallName(walls.length)}: ${plain ? read.problem : 'has no length.'}`;
    const turnDeg = deg === undefined ? 90 : Number(deg);
    if (turnDeg >= 180) return `Wall ${wallName(walls.length)}: a turn is less than 180°.`;
    walls.push({ lengthM: read.value, turn, ...(turnDeg !== 90 && { turnDeg }) });
    return null;
  };
  for (const m of t.matchAll(TURN)) {
    const turn = m[1]!.toLowerCase().startsWith('l') ? 'left' : 'right';
    const wrong = take(t.slice(from, m.index), turn, m[2]);
    if (wrong) return { ok: false, problem: wrong };
    from = m.index + m[0].length;
  }
  const rest = t.slice(from).replace(/^[\s,]+|[\s,]+$/g, '');
  if (rest) {
    const wrong = take(rest, walls.at(-1)?.turn ?? 'right');
    if (wrong) return { ok: false, problem: wrong };
  }
  if (walls.length < 3) return { ok: false, problem: 'An outline needs at least three walls.' };
  return { ok: true, walls };
}

/** A walk as text that reads back to the same walls, to the millimetre or 1/16 inch. */
export const walkText = (walls: readonly Wall[], system: UnitSystem): string =>
  walls
    .map((w) => {
      const deg = w.turnDeg ?? 90;
      const length = showLength(w.lengthM, system);
      // From 100 up a bare number would be read as millimetres.
      const plain = w.lengthM < 100 ? length.replace(/ m$/, '') : length;
      return `${plain} ${w.turn}${deg === 90 ? '' : ` ${deg}°`}`;
    })
    .join(system === 'us' ? ', ' : ' ');
