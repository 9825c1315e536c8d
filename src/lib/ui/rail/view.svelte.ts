import { HOUR_MS } from '$core/units';

const HOME = { backH: 12, spanH: 72 };
/** How far the axis can be moved: hours before and after now. */
const REACH = { backH: 120, aheadH: 240 };
/** Hours across, from near to far. */
const ZOOMS = [24, 72, 168, 336];

/** Ribbons the rail has room for. */
const ROWS = 4;

/** What part of the hour rail is looked at: hours before now, hours across its width, and which of its ribbons. */
export class RailView {
  backH = $state(HOME.backH);
  spanH = $state(HOME.spanH);
  readonly atHome = $derived(this.backH === HOME.backH && this.spanH === HOME.spanH);
  readonly pxPerHour = $derived.by(() => this.width / this.spanH);
  readonly nowX = $derived(this.backH * this.pxPerHour);
  readonly nearest = $derived(this.spanH === ZOOMS[0]);
  readonly farthest = $derived(this.spanH === ZOOMS.at(-1));
  #wantedRow = $state(0);
  /** The first ribbon shown, and the one after the last. */
  readonly firstRow = $derived.by(() => Math.max(0, Math.min(this.#wantedRow, this.ribbons() - ROWS)));
  readonly endRow = $derived.by(() => Math.min(this.ribbons(), this.firstRow + ROWS));
  readonly allRows = $derived.by(() => this.ribbons() <= ROWS);
  #held: { x: number; backH: number } | null = null;

  /** @param width of the drawing, px @param ribbons how many there are */
  constructor(
    private readonly width: number,
    private readonly ribbons: () => number
  ) {}

  /** The instant at the left edge, ms since the epoch. */
  fromMs(nowMs: number): number {
    return nowMs - this.backH * HOUR_MS;
  }

  /** Moves along the axis, in hours; later is positive. */
  pan(hours: number): void {
    this.#look(this.backH - hours);
  }

  /** Moves along the ribbons; down is positive. */
  rows(by: number): void {
    this.#wantedRow = Math.max(0, Math.min(this.firstRow + by, this.ribbons() - ROWS));
  }

  /** Brings a ribbon into sight, with as little movement as it takes. */
  showRow(row: number): void {
    if (row >= this.endRow) this.rows(row - this.endRow + 1);
    else if (row >= 0 && row < this.firstRow) this.rows(row - this.firstRow);
  }

  /** One step nearer (−1) or farther (1); now keeps its place on the screen where the reach allows it. */
  zoom(step: 1 | -1): void {
    const share = this.backH / this.spanH;
    this.spanH = ZOOMS[Math.min(ZOOMS.length - 1, Math.max(0, ZOOMS.indexOf(this.spanH) + step))]!;
    this.#look(share * this.spanH);
  }

  home(): void {
    this.backH = HOME.backH;
    this.spanH = HOME.spanH;
  }

  readonly key = (e: KeyboardEvent): void => {
    if (e.key === 'ArrowLeft') this.pan(-this.spanH / 6);
    else if (e.key === 'ArrowRight') this.pan(this.spanH / 6);
    else if (e.key === 'ArrowUp') this.rows(-1);
    else if (e.key === 'ArrowDown') this.rows(1);
    else if (e.key === '+') this.zoom(-1);
    else if (e.key === '-') this.zoom(1);
    else if (e.key === 'Home') this.home();
    else return;
    e.preventDefault();
  };

  readonly grab = (e: PointerEvent): void => {
    this.#held = { x: e.clientX, backH: this.backH };
  };

  readonly drag = (e: PointerEvent): void => {
    if (this.#held && e.buttons) this.#look(this.#held.backH + (e.clientX - this.#held.x) / this.pxPerHour);
  };

  readonly letGo = (): void => {
    this.#held = null;
  };

  /** Sideways moves, with Ctrl held it zooms; a plain turn of the wheel scrolls the page. */
  readonly wheel = (e: WheelEvent): void => {
    if (!e.ctrlKey && Math.abs(e.deltaX) <= Math.abs(e.deltaY)) return;
    e.preventDefault();
    if (e.ctrlKey) this.zoom(e.deltaY > 0 ? 1 : -1);
    else this.pan(e.deltaX / this.pxPerHour);
  };

  #look(backH: number): void {
    this.backH = Math.min(REACH.backH, Math.max(this.spanH - REACH.aheadH, backH));
  }
}
