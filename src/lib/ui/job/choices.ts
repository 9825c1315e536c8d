import type { FaceKind, Profile, Shape, SurfaceKind, Texture } from '$core/surface';

type Options<T extends string> = readonly {
  value: T;
  label: string;
  note?: string;
}[];

export const KINDS: Options<SurfaceKind> = [
  { value: 'floor', label: 'Floor' },
  { value: 'deck', label: 'Deck' },
  { value: 'stair', label: 'Stair' },
  { value: 'countertop', label: 'Countertop' },
  { value: 'door', label: 'Door' },
  { value: 'cladding', label: 'Cladding' },
  { value: 'cabinet-set', label: 'Cabinet set' },
  { value: 'handrail', label: 'Handrail' },
  { value: 'bench-or-planter', label: 'Bench or planter' }
];

export const SHAPES: Options<Shape['type']> = [
  { value: 'rectangle', label: 'Rectangle' },
  { value: 'walls', label: 'L, by walls', note: 'lengths and turns' },
  { value: 'area', label: 'Area known' }
];

export const TEXTURES: Options<Texture> = [
  { value: 'sanded', label: 'Sanded', note: '× 1.00' },
  { value: 'sawn', label: 'Sawn', note: '× 1.25' },
  { value: 'wire-brushed', label: 'Wire-brushed', note: '× 1.15' },
  { value: 'weathered', label: 'Weathered open', note: '× 1.35' },
  { value: 'grooved', label: 'Grooved', note: '× 1.20' }
];

export const PROFILES: Options<Profile> = [
  { value: 'flat', label: 'Flat', note: '× 1.00' },
  { value: 'panelled', label: 'Panelled', note: '× 1.15' },
  { value: 'bead', label: 'Bead', note: '× 1.15' },
  { value: 'lap', label: 'Lap', note: '× 1.10' }
];

export const FACE_NAMES: Record<FaceKind, string> = {
  top: 'Top',
  edge: 'Edges',
  'end-grain': 'End grain',
  underside: 'Underside'
};

export const GRITS = [24, 36, 40, 50, 60, 80, 100, 120, 150, 180, 220, 240, 320, 400] as const;
