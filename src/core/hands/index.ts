export {
  allMinutes,
  coatHands,
  type HandsCoat,
  type HandsFace,
  layingHands,
  onWoodMinutes,
  onWoodTimes,
  runHands,
  together,
  type HandsMinutes
} from './minutes';
export {
  handsKey,
  handsSeen,
  knownHands,
  learnedHands,
  observedHands,
  type HandsSeen,
  type LearnedHands,
  type TimedLaying
} from './learned';
