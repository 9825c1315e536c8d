<script lang="ts">
  import { coatCount, finishCard, partNames, placeOf, type PartJob } from '$core/document';
  import { counted } from '$core/units';
  import { upperFirst } from '$words/upper-first';
  import { waitsWords } from '$words/part-words';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { stationsOf } from '../spine/stations';

  /** The parts of a job as plates; the plate is the switch to what the stations speak of. */
  const desk = useJobDesk();
  const names = $derived(partNames(desk.document));
  /** Where a part is, and where it is carried from there. */
  const whereWords = (job: PartJob) =>
    [placeOf(desk.document, job).name, ...(job.moves ?? []).map((m) => `then ${m.name}`)].join(', ');
  const plates = $derived(
    desk.view.parts.map((p) => {
      const { part } = p.job;
      const card = finishCard(p.job);
      const stations = stationsOf(desk.document, p, desk.view.surveys, desk.minuteMs, desk.units);
      return {
        part,
        name: names.get(part),
        finish: card
          ? `${card.name}, ${p.job.finish!.colour}, ${counted(coatCount(p.job), 'coat', 'coats')}`
          : 'no product yet',
        place: desk.document.places.length > 1 ? whereWords(p.job) : '',
        waits: upperFirst(waitsWords(p.job, desk.minuteMs)),
        at: stations.find((s) => s.state === 'now' || s.state === 'check')!
      };
    })
  );
</script>

<div class="plates no-print" role="group" aria-label="Parts of this job">
  {#each plates as p (p.part)}
    <button aria-pressed={p.part === desk.job.part} onclick={() => (desk.partId = p.part)}>
      <span class="row"><b>{p.name}</b><span class="at">{p.at.name}</span></span>
      <span class="line">{[p.finish, p.place, p.waits].filter(Boolean).join('. ')}</span>
    </button>
  {/each}
</div>

<style>
  .plates {
    display: flex;
    gap: 6px;
    overflow-x: auto;
    margin-bottom: 8px;
  }
  button {
    flex: 1 0 190px;
    max-width: 380px;
    min-width: 0;
    min-height: 56px;
    padding: 5px 10px 6px;
    text-align: left;
    background: var(--sunk);
    border: 1.5px solid var(--rule-2);
    border-top: 6px solid transparent;
  }
  button[aria-pressed='true'] {
    background: var(--sheet);
    border-color: var(--ink);
    border-top-color: var(--ink);
  }
  .row {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  b {
    font: 660 16.5px/20px var(--fig);
    font-stretch: 92%;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .at {
    margin-left: auto;
    font-size: 12.5px;
    font-weight: 660;
    white-space: nowrap;
  }
  .line {
    display: block;
    font-size: 13px;
    line-height: 17px;
    color: var(--ink-2);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  @media (max-width: 760px) {
    button {
      flex-basis: 168px;
    }
  }
</style>
