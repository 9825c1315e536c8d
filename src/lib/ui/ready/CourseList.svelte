<script lang="ts">
  import { cardOf } from '$core/document';
  import { courseMinutes, courseOf, courseTally, type CourseStep } from '$core/job';
  import { courseMinutesWords, courseWords } from '$words/course-words';
  import { partName } from '$words/part-words';
  import { dayHour } from '$words/time';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** The course of a part after it is ready: every step of every coat, what comes between and after, with its minutes. */
  const { part }: { part: string } = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const course = $derived(courseOf(desk.view, part));
  const steps = $derived(course.filter((s) => s.kind !== 'prep'));
  const tally = $derived(courseTally(course));
  const job = $derived(desk.view.parts.find((p) => p.job.part === part)!.job);
  /** The steps of one coat together; those after the last stand by themselves. */
  const groups = $derived.by(() => {
    const out: { coat?: number; steps: CourseStep[] }[] = [];
    for (const s of steps) {
      const last = out.at(-1);
      if (last && last.coat === s.coat) last.steps.push(s);
      else out.push({ coat: s.coat, steps: [s] });
    }
    return out;
  });
  const told = $derived({ nowMs: desk.minuteMs, timeZone: zone, units: desk.units });
  const head = (g: (typeof groups)[number]) => {
    const lay = g.steps.find((s) => s.kind === 'lay');
    if (g.coat === undefined || lay?.kind !== 'lay') return 'After the last coat';
    return `Coat ${g.coat}, ${cardOf(job, lay.spec.productId)?.name ?? lay.product}, ${lay.spec.colour}`;
  };
</script>

{#if steps.length}
  <section aria-label="The course">
    <h2 class="mt-6 border-b-[1.5px] border-ink pb-1">
      Then, coat by coat{desk.view.parts.length > 1 ? `: ${partName(desk.document, part)}` : ''}
      <span class="dim text-[14px] font-normal"
        >{tally.done} of {tally.of} steps of the whole course done, {courseMinutesWords(courseMinutes(course))} of one person</span
      >
    </h2>
    {#each groups as g (g.coat ?? 'after')}
      {@const at = g.steps.find((s) => s.atMs !== null)?.atMs ?? null}
      {@const done = g.coat !== undefined && g.steps.every((s) => s.done)}
      <h3>
        {#if done}<Sign kind="go" size={15} />{/if}{head(g)}
        <span class="dim">{at !== null && g.coat !== undefined ? dayHour(at, zone) : ''}</span>
      </h3>
      <ol>
        {#each g.steps as s (s.id)}
          {@const w = courseWords(s, told)}
          <li class:done={s.done} class:wait={s.kind === 'rest' || s.kind === 'cure'}>
            <b>{w.title}</b><span>{w.detail}</span><b class="fig">{courseMinutesWords(s.minutes)}</b>
          </li>
        {/each}
      </ol>
    {/each}
  </section>
{/if}

<style>
  h3 {
    display: flex;
    gap: 8px;
    align-items: baseline;
    margin-top: 12px;
    font: 660 16px/22px var(--fig);
  }
  h3 .dim {
    font: 400 14px var(--txt);
    margin-left: auto;
  }
  li {
    display: grid;
    grid-template-columns: 170px minmax(0, 1fr) 76px;
    gap: 10px;
    padding: 5px 0 5px 12px;
    border-left: 3px solid var(--ink);
    border-bottom: 1px solid var(--rule);
    font-size: 14px;
  }
  li span {
    color: var(--ink-2);
  }
  li .fig {
    text-align: right;
    font-size: 15px;
  }
  li.done {
    border-left-color: var(--rule-2);
    color: var(--ink-2);
  }
  li.wait {
    border-left-style: dotted;
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    li span {
      grid-column: 1 / -1;
      grid-row: 2;
    }
  }
</style>
