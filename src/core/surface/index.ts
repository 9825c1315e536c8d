export {
  CLOSING_SHARE,
  arcLengthM,
  isInside,
  outlineFromWalls,
  outlineThrough,
  polygonAreaM2,
  segmentAreaM2,
  signedAreaM2,
  walkedCorners,
  wallName,
  type Outline,
  type OutlineResult,
  type Point,
  type Side
} from './outline';
export { frameOf, fromSide, hasOutline, outlineOf, type FlatShape, type Frame } from './shape';
export { exitProblems, placeCutOut, placeCutOuts, type PlacedCutOut, type PlaceProblem } from './cut-outs';
export { grainDirection, measureSurface, type Measured, type Part, type Parts, type Unmeasured } from './parts';
export {
  coveredM2,
  faceAreas,
  faceName,
  isHidden,
  possibleFaces,
  profileDefault,
  profileFactor,
  textureFactor,
  usualFaces,
  type FaceArea,
  type FaceAreas
} from './surface';
export { applyQuickRule, newFace, QUICK_RULES, type QuickRule } from './quick-rules';
export { HANDS_GROUPS, KIND_ROWS, kindRow, type HandsGroup, type KindRow } from './kinds';
export { namedList, stillToMeasure, woodThicknessM } from './missing';
export { cornersOf, isRightAngled, pullCorner, wallsThrough } from './pull';
export { parseWalk, walkText, type WalkResult } from './walk-text';
export { blankShape, sketchShape, templateShape, type Template } from './templates';
export {
  bySize,
  freshTag,
  piecesOfFace,
  pieceWord,
  shapeOfPiece,
  sizeProblems,
  timesMeasured,
  unitCount,
  withDivision,
  withNewSize,
  withPieces,
  withSizeOf,
  withTag,
  withTreadsAsPieces
} from './pieces';
export { lifeRow, type LifeRow } from './lives';
export { FACE_KINDS, FINISHES_FOUND, LIVES, SURFACE_KINDS } from './schema';
export type {
  Boards,
  CutOut,
  Exit,
  Face,
  FaceKind,
  FinishFound,
  Life,
  Living,
  Look,
  PieceSize,
  Profile,
  Shape,
  ShapeOf,
  ShapeType,
  Surface,
  SurfaceKind,
  Texture,
  Wall
} from './schema';
export { STEP_SCOPES, type StepEdit, type StepEditOf, type StepScope } from './step-edits';
