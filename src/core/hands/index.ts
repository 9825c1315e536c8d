export {
  allMinutes,
  coatHands,
  type HandsCoat,
  type HandsFace,
  layingHands,
  runHands,
  type HandsMinutes
} from './minutes';
