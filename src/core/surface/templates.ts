import type { Shape, ShapeType, Wall } from './schema';

/** Starting points for the shapes a tape meets, to be overtyped. */
export type Template = 'rectangle' | 'L' | 'T' | 'U' | Exclude<ShapeType, 'walls' | 'points'> | 'walls';

const right = (lengthM: number): Wall => ({ lengthM, turn: 'right' });
const left = (lengthM: number): Wall => ({ lengthM, turn: 'left' });

const WALKS: Record<'L' | 'T' | 'U' | 'walls', Wall[]> = {
  L: [right(5), right(3), left(2), right(1), right(3), right(4)],
  T: [right(6), right(2), left(2), right(3), right(2), left(3), right(2), right(2)],
  U: [right(6), right(4), right(2), left(2), left(2), right(2), right(2), right(4)],
  walls: [right(4), right(3), right(4), right(3)]
};

/** A shape to begin with, of about the area there was before, m². */
export function templateShape(t: Template, areaM2 = 12): Shape {
  const side = (share: number) => Math.max(0.1, Math.round(Math.sqrt(areaM2 * share) * 100) / 100);
  switch (t) {
    case 'L':
    case 'T':
    case 'U':
    case 'walls':
      return { type: 'walls', walls: WALKS[t].map((w) => ({ ...w })) };
    case 'rectangle':
      return { type: 'rectangle', lengthM: side(4 / 3), widthM: side(3 / 4) };
    case 'triangle':
      return { type: 'triangle', aM: 4, bM: 3, cM: 5 };
    case 'circle':
      return { type: 'circle', diameterM: side(4 / Math.PI) };
    case 'segment':
      return { type: 'segment', chordM: 2.4, riseM: 0.6 };
    case 'area':
      return { type: 'area', areaM2 };
    case 'stair':
      return {
        type: 'stair',
        treads: 13,
        depthM: 0.27,
        widthM: 0.9,
        riserM: 0.18,
        nosingGirthM: 0.06,
        strings: 2,
        stringLengthM: 4,
        stringGirthM: 0.3,
        winders: []
      };
    case 'door':
      return { type: 'door', widthM: 0.9, heightM: 2.05 };
    case 'panels':
      return {
        type: 'panels',
        items: [
          { name: 'door', count: 4, widthM: 0.5, heightM: 0.7 },
          { name: 'drawer front', count: 3, widthM: 0.5, heightM: 0.2 }
        ]
      };
    case 'lengths':
      return { type: 'lengths', items: [{ name: 'handrail', count: 1, lengthM: 4, girthM: 0.2 }] };
    case 'box':
      return { type: 'box', lengthM: 1.2, widthM: 0.4, heightM: 0.45, open: false };
  }
}
