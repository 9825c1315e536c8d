import type { HouseRules } from '../house';
import { rankStart, type RankedStart } from '../window';
import { findStarts, memberContexts, type Outlook } from '../window';

/** A booked laying time held against the newest forecast. */
export interface JudgedBooking extends RankedStart {
  coat: number;
  /** In how many forecasts it held when it was booked. */
  was: { holds: number; members: number } | null;
  /** Too few forecasts hold to go by it, and fewer than when it was booked. */
  unsafe: boolean;
  /** The best other start, where this one is unsafe. */
  better: RankedStart | null;
}

/** Judges a booked start again (house rule: what share of the forecasts must hold). Null when nothing can be judged. */
export function judgeBooking(
  outlook: Outlook,
  startMs: number,
  was: JudgedBooking['was'],
  house: Pick<HouseRules, 'bookingHoldsShare'>
): JudgedBooking | null {
  const now = rankStart(memberContexts(outlook), startMs);
  if (now.members === 0) return null;
  const share = now.holds / now.members;
  const unsafe = share < house.bookingHoldsShare && (!was || share < was.holds / was.members);
  const best = unsafe ? findStarts(outlook)[0] : undefined;
  return {
    ...now,
    coat: (outlook.onWood?.number ?? 0) + 1,
    was,
    unsafe,
    better: best && best.holds > now.holds ? best : null
  };
}
