export {
  CLOSING_SHARE,
  outlineFromWalls,
  polygonAreaM2,
  wallName,
  type OutlineResult,
  type Point,
  type Wall
} from './outline';
export {
  effectiveArea,
  facePlanArea,
  measureShape,
  profileFactor,
  textureFactor,
  usualFaces,
  type Boards,
  type Face,
  type FaceArea,
  type FaceKind,
  type Profile,
  type Shape,
  type ShapeMeasure,
  type Surface,
  type SurfaceKind,
  type Texture
} from './surface';
