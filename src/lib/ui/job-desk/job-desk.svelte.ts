import { getContext, setContext } from 'svelte';
import { partJob, tidyParts, withPartJob, type JobDocument, type PartJob } from '$core/document';
import { view, withoutJob } from '$core/job';
import type { Knowledge } from '$core/knowledge';
import { eventRow, fold, type EventData, type EventSaid, type EventType } from '$core/log';
import type { WeatherSeries } from '$core/air';
import type { PlaceMeasured } from '$core/climate';
import type { UnitSystem } from '$core/units';
import { checkJobDocument } from '$formats/job-json';
import { aroundProblems } from './around-problems';
import { dropDraft, keepDraft, keptDraft } from './draft';
import { readWeather } from '$formats/weather-text';
import { clock } from '../clock/clock.svelte';
import type { Outbox } from '../outbox/outbox.svelte';
import { PhotoDesk } from './photo-desk.svelte';
import { WorkLog } from './work-log.svelte';
import type { LoggedEvent } from '$lib/server/work-log/log';

interface Loaded {
  job: { id: string; document: JobDocument; rowVersion: number };
  events: LoggedEvent[];
  /** The weather series as `writeWeather` wrote it; null indoors. */
  weatherText: string | null;
  span: { startMs: number; hours: number };
  measured: PlaceMeasured[];
  knowledge: Knowledge;
  person: { id: string; name: string; units: UnitSystem };
  mayEdit: boolean;
  mayBook: boolean;
  mayImportWeather: boolean;
  mayLog: boolean;
  mayLogDesk: boolean;
  mayOverrule: boolean;
}

export type SaveState = 'saved' | 'saving' | 'offline' | 'refused' | 'changed by another';

const SAVE_AFTER_MS = 400;
/** Changes to one field within this time are one step of undo. */
const ONE_STEP_MS = 2500;

/** One open job: its document being edited, its log, and everything computed from them as they change. */
export class JobDesk {
  readonly id: string;
  readonly log: WorkLog;
  readonly photos: PhotoDesk;
  /** What the crew knows from its other jobs. */
  #others = $state.raw<Knowledge>() as Knowledge;
  readonly mayEdit: boolean;
  readonly mayBook: boolean;
  readonly mayImportWeather: boolean;
  readonly mayLog: boolean;
  /** Approvals, packing, what counts for the log: the office may too. */
  readonly mayLogDesk: boolean;
  /** What the label or the house closes. */
  readonly mayOverrule: boolean;
  document = $state.raw<JobDocument>() as JobDocument;
  saveState = $state<SaveState>('saved');
  problems = $state.raw<{ path: string; problem: string }[]>([]);
  theirs = $state.raw<{
    by: string;
    document: JobDocument;
    rowVersion: number;
  } | null>(null);
  units = $state<UnitSystem>('metric');
  /** The part that Choose, When, Work, Leave and Keep speak of; kept from station to station. */
  partId = $state('');
  /** The place whose hours and air are shown, where the part is carried about; else that of the part. */
  placeId = $state('');
  /** The surface that Look, Measure and Ready speak of; kept from station to station. */
  surfaceId = $state('');
  #weather = $state.raw<WeatherSeries | null>(null);
  #weatherText: string | null = null;
  #span = $state.raw<Loaded['span']>({ startMs: 0, hours: 1 });
  /** The minute everything is computed for; moves on by itself. */
  minuteMs = $derived(Math.floor(clock.now / 60_000) * 60_000);
  #rowVersion: number;
  readonly #personId: string;
  /** The name others read beside what this person changes. */
  readonly me: string;
  /** The document as the server has it, as far as this page knows; and one sent whose answer never came. */
  #saved: JobDocument;
  #unheard: JobDocument | null = null;
  #undo = $state.raw<JobDocument[]>([]);
  #redo = $state.raw<JobDocument[]>([]);
  #lastEdit: { field: string; atMs: number } | null = null;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #saving = false;

  readonly #folded = $derived.by(() => fold(this.log.events));
  /** What sensors told in the job's places, hour by hour. */
  measured = $state.raw<PlaceMeasured[]>([]);
  /** Everything computed of the job as it stands on this device, now. */
  readonly view = $derived.by(() =>
    view({
      id: this.id,
      document: this.document,
      state: this.#folded,
      weather: this.#weather,
      span: this.#span,
      measured: this.measured,
      others: this.#others,
      nowMs: this.minuteMs
    })
  );
  /** The part that is looked at. */
  readonly part = $derived(this.view.parts.find((p) => p.job.part === this.partId) ?? this.view.parts[0]);
  /** That part as it is worked: a job of its own. */
  readonly job = $derived(this.part.job);
  readonly state = $derived(this.part.state);
  readonly climate = $derived(this.part.climate);
  /** What the crew knows, this job's own coats and tack tests as they stand on this device. */
  readonly knowledge = $derived(this.part.knowledge);
  readonly plan = $derived(this.part.plan);
  readonly live = $derived(this.part.live);
  /** The part as it is worked in the place that is shown: where it is, or where it is carried later. */
  readonly there = $derived.by(() => {
    const { placeId, moves = [] } = this.job;
    const goes = moves.some((m) => m.placeId === this.placeId);
    return partJob(this.document, this.job.part, goes ? this.placeId : placeId);
  });
  /** Where that place stands in the document. */
  readonly placePath = $derived.by(() => {
    const { places } = this.document;
    return `/places/${Math.max(
      0,
      places.findIndex((p) => p.id === this.there.placeId)
    )}`;
  });
  /** What was found on each surface of the whole job. */
  readonly surveys = $derived(this.view.surveys);
  readonly stage = $derived(this.view.stage);
  readonly weather = $derived(this.#weather);
  readonly span = $derived(this.#span);

  constructor(data: Loaded, outbox: Outbox) {
    this.id = data.job.id;
    this.mayEdit = data.mayEdit;
    this.mayBook = data.mayBook;
    this.mayImportWeather = data.mayImportWeather;
    this.mayLog = data.mayLog;
    this.mayLogDesk = data.mayLogDesk;
    this.mayOverrule = data.mayOverrule;
    this.document = data.job.document;
    this.#rowVersion = data.job.rowVersion;
    this.#saved = data.job.document;
    this.#personId = data.person.id;
    this.me = data.person.name;
    this.surfaceId = data.job.document.surfaces[0]?.id ?? '';
    this.log = new WorkLog(data.job.id, outbox, data.events);
    this.photos = new PhotoDesk(data.job.id, outbox, this.log);
    this.take(data);
  }

  /** Takes what the server sent anew: weather, units, and the document if nothing here waits to be saved. */
  take(data: Loaded): void {
    this.units = data.person.units;
    this.#others = withoutJob(data.knowledge, this.id, data.job.document, fold(data.events));
    this.measured = data.measured;
    if (data.weatherText !== this.#weatherText) {
      this.#weatherText = data.weatherText;
      this.#weather = data.weatherText === null ? null : readWeather(data.weatherText)[0]!;
    }
    this.#span = data.span;
    this.log.take(data.events);
    if (this.saveState === 'saved' && data.job.rowVersion > this.#rowVersion) {
      this.document = data.job.document;
      this.#saved = data.job.document;
      this.#rowVersion = data.job.rowVersion;
    }
  }

  /** Goes on with what this device kept of changes that never reached the server: a reload or a dead battery loses none. */
  restore(): void {
    const draft = this.mayEdit ? keptDraft(this.#personId, this.id) : null;
    if (!draft) return;
    if (same(draft.document, this.document)) return dropDraft(this.#personId, this.id);
    if (!checkJobDocument(draft.document).ok && !aroundDraft(draft.document, this.document))
      return dropDraft(this.#personId, this.id);
    this.#undo = [...this.#undo, this.document];
    this.#rowVersion = draft.rowVersion;
    this.#set(draft.document);
  }

  /**
   * Changes the document: shown at once, saved in a moment, and one step of undo. What is typed into one field without a
   * pause is one step together.
   */
  edit(change: (draft: JobDocument) => void, field?: string): void {
    if (!this.mayEdit) return;
    const draft = structuredClone(this.document);
    change(draft);
    const next = tidyParts(draft, this.document);
    const atMs = Date.now();
    const goesOn = field !== undefined && this.#lastEdit?.field === field && atMs - this.#lastEdit.atMs < ONE_STEP_MS;
    if (!goesOn) this.#undo = [...this.#undo, this.document];
    this.#lastEdit = field === undefined ? null : { field, atMs };
    this.#redo = [];
    this.#set(next);
  }

  /** Changes the part that is looked at, as it is worked: its place, finish, systems, start, and the coats of its faces. */
  editPart(change: (draft: PartJob) => void, field?: string): void {
    this.#editAt(this.job.placeId, change, field);
  }

  /** Changes the place that is shown: its hours, closures and air. */
  editPlace(change: (draft: PartJob) => void, field?: string): void {
    this.#editAt(this.there.placeId, change, field);
  }

  #editAt(placeId: string, change: (draft: PartJob) => void, field?: string): void {
    const job = structuredClone(partJob(this.document, this.job.part, placeId));
    change(job);
    const next = withPartJob(this.document, job);
    this.edit((d) => Object.assign(d, next), field);
  }

  /** Logs something that happens now to the part that is looked at, or to the job. Gives its id, for undoing. */
  write<T extends EventType>(type: T, data: EventSaid<T>): Promise<string> {
    const named = eventRow(type).ofPart ? { part: this.job.part, ...data } : data;
    return this.log.add(type, named as EventData<T>);
  }

  get canUndo(): boolean {
    return this.#undo.length > 0;
  }

  get canRedo(): boolean {
    return this.#redo.length > 0;
  }

  undo(): void {
    const before = this.#undo.at(-1);
    if (!before) return;
    this.#lastEdit = null;
    this.#undo = this.#undo.slice(0, -1);
    this.#redo = [...this.#redo, this.document];
    this.#set(before);
  }

  redo(): void {
    const after = this.#redo.at(-1);
    if (!after) return;
    this.#redo = this.#redo.slice(0, -1);
    this.#undo = [...this.#undo, this.document];
    this.#set(after);
  }

  /** The problem at a path of the document, if any. */
  problemAt(path: string): string | undefined {
    return this.problems.find((p) => p.path === path)?.problem;
  }

  /** Saves now and waits for it; true when everything is on the server. */
  async flush(): Promise<boolean> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    if (this.saveState !== 'saved') await this.#save();
    return this.saveState === 'saved';
  }

  /** After a clash: theirs replaces what is here, or what is here is saved over theirs. */
  async settle(keep: 'mine' | 'theirs'): Promise<void> {
    const { theirs } = this;
    if (!theirs) return;
    this.theirs = null;
    this.#rowVersion = theirs.rowVersion;
    this.#saved = theirs.document;
    if (keep === 'theirs') {
      this.document = theirs.document;
      this.problems = [];
      this.saveState = 'saved';
      dropDraft(this.#personId, this.id);
    } else await this.#save();
  }

  #set(next: JobDocument): void {
    this.document = next;
    const checked = checkJobDocument(next);
    this.problems = checked.ok ? [] : checked.problems;
    this.saveState = checked.ok ? 'saving' : 'refused';
    keepDraft(this.#personId, this.id, { rowVersion: this.#rowVersion, document: next });
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#save(), SAVE_AFTER_MS);
  }

  async #save(): Promise<void> {
    if (this.#saving) return;
    const shown = this.document;
    const sent = this.problems.length ? aroundProblems(shown, this.#saved, this.problems) : shown;
    if (!sent || (sent !== shown && same(sent, this.#saved))) return;
    this.#saving = true;
    try {
      const r = await fetch(`/api/jobs/${this.id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ document: sent, rowVersion: this.#rowVersion })
      });
      await this.#heard(r, sent, shown);
    } catch {
      this.#unheard = sent;
      this.saveState = 'offline';
    } finally {
      this.#saving = false;
    }
    if (this.saveState === 'offline') setTimeout(() => void this.#save(), 3000);
    else if (this.document !== shown && this.saveState !== 'changed by another') await this.#save();
  }

  /** The server has what was sent; all that is shown is saved when nothing was changed or left out meanwhile. */
  #took(rowVersion: number, sent: JobDocument, shown: JobDocument | null): void {
    this.#rowVersion = rowVersion;
    this.#saved = sent;
    this.#unheard = null;
    if (this.document === sent) {
      this.saveState = 'saved';
      dropDraft(this.#personId, this.id);
      return;
    }
    keepDraft(this.#personId, this.id, { rowVersion, document: this.document });
    if (this.document === shown && this.problems.length) this.saveState = 'refused';
  }

  async #heard(r: Response, sent: JobDocument, shown: JobDocument): Promise<void> {
    if (r.ok) {
      this.#took(((await r.json()) as { rowVersion: number }).rowVersion, sent, shown);
    } else if (r.status === 409) {
      const theirs = (await r.json()) as NonNullable<JobDesk['theirs']>;
      // What was sent before and never answered had arrived: nobody else changed anything.
      if (same(theirs.document, sent)) return this.#took(theirs.rowVersion, sent, shown);
      if (this.#unheard && same(theirs.document, this.#unheard)) {
        this.#took(theirs.rowVersion, this.#unheard, null);
        this.saveState = 'saving';
        this.#timer = setTimeout(() => void this.#save(), 0);
        return;
      }
      this.theirs = theirs;
      this.saveState = 'changed by another';
    } else if (r.status === 422 || r.status === 403) {
      const answer = (await r.json()) as {
        problems?: { path: string; problem: string }[];
        message?: string;
      };
      this.problems = answer.problems ?? [{ path: '', problem: answer.message ?? 'refused' }];
      this.saveState = 'refused';
    } else this.saveState = 'offline';
  }
}

/** Whether two documents say the same, whatever the order of their fields. */
const same = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v
  );

/** Whether what is sound of a draft can be saved around what is not. */
function aroundDraft(draft: JobDocument, saved: JobDocument): boolean {
  const checked = checkJobDocument(draft);
  return checked.ok || aroundProblems(draft, saved, checked.problems) !== null;
}

const KEY = Symbol('job desk');
export const provideJobDesk = (desk: JobDesk): JobDesk => setContext(KEY, desk);
export const useJobDesk = (): JobDesk => getContext<JobDesk>(KEY);
