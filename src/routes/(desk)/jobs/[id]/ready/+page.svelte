<script lang="ts">
  import { restingStep, unitProgress, type PrepStep, type StepProgress } from '$core/prep';
  import { safetyClosing } from '$core/safety';
  import { namedList, stillToMeasure, unitCount } from '$core/surface';
  import { counted, showDuration } from '$core/units';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import Cautions from '$lib/ui/job/Cautions.svelte';
  import FirstSurface from '$lib/ui/job/FirstSurface.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import SurfaceTabs from '$lib/ui/job/SurfaceTabs.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import PhotoStrip from '$lib/ui/photos/PhotoStrip.svelte';
  import { wholeSurfaceId } from '$core/document';
  import CourseList from '$lib/ui/ready/CourseList.svelte';
  import AddStep from '$lib/ui/ready/AddStep.svelte';
  import LastGrit from '$lib/ui/ready/LastGrit.svelte';
  import LadderPicture from '$lib/ui/ready/LadderPicture.svelte';
  import { putBack } from '$lib/ui/ready/step-changes';
  import { allConsumables, amountWords } from '$lib/ui/ready/step-words';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { page } from '$app/state';
  import type { StepEdit } from '$core/surface';
  import StepCard from '$lib/ui/ready/StepCard.svelte';
  import StepList from '$lib/ui/ready/StepList.svelte';
  import UnitBoard from '$lib/ui/ready/UnitBoard.svelte';
  import Why from '$lib/ui/why/Why.svelte';
  import { hourWords } from '$words/time';
  import JustDoneLine from '$lib/ui/worklog/JustDoneLine.svelte';
  import { JustDone } from '$lib/ui/worklog/just-done.svelte';

  const desk = useJobDesk();
  const done = new JustDone();
  const zone = $derived(desk.job.site.timeZone);
  let unit = $state('');
  let changing = $state(false);
  /** What the crew changes on a surface's list: one act, undone at once. */
  function change(id: string, edits: StepEdit[]) {
    desk.edit((d) => {
      const surface = d.surfaces.find((s) => s.id === id)!;
      if (edits.length) surface.steps = edits;
      else delete surface.steps;
    });
  }
  const total = $derived({
    person: desk.surveys.reduce((s, x) => s + x.prep.personMinutes, 0),
    elapsed: desk.surveys.reduce((s, x) => s + x.prep.elapsedMinutes, 0)
  });
  /** A step that is not done on the piece that is picked, shown only while the list is changed. */
  const aside = (step: PrepStep): StepProgress => ({ step, status: 'ahead', record: undefined, open: [] });
  /** Surfaces whose minutes and material nobody can know yet. */
  const unmeasured = $derived(desk.document.surfaces.filter((s) => stillToMeasure(s).length > 0));
  const hours = (minutes: number) => showDuration(Math.round(minutes) * 60_000);
  const consumables = $derived(
    allConsumables(desk.surveys.filter((s) => !unmeasured.some((u) => u.id === s.surfaceId)).map((s) => s.prep))
  );
</script>

<JobTitle
  facts={unmeasured.length
    ? 'Minutes and material come with the sizes'
    : desk.surveys.length
      ? `${hours(total.person)} of work, ${hours(total.elapsed)} with ${counted(desk.job.crew.people, 'person', 'people')} and the waits`
      : 'What comes before the oil'}
/>
{#if desk.document.surfaces.length === 0}<FirstSurface />{/if}
<SurfaceTabs>
  {#snippet children(surface)}
    {@const seen = desk.surveys.find((s) => s.surfaceId === surface.id)!}
    {@const log = desk.state.prep.get(surface.id) ?? new Map()}
    {@const picked = surface.units ? (surface.units.includes(unit) ? unit : surface.units[0]!) : undefined}
    {@const steps = unitProgress(seen.prep, log, picked)}
    {@const current = steps.find((p) => p.status !== 'done')}
    {@const ladder = seen.prep.ladder}
    {@const other = seen.prep.otherSchool}
    <div class="beside-page">
      <div class="main stack">
        {#if seen.verdict.word === 'do not oil' || seen.verdict.word === 'wait until'}
          <p class="flex gap-3 bg-check-fill px-4 py-3">
            <Sign kind={seen.verdict.word === 'do not oil' ? 'stop' : 'check'} /><span
              ><b>{seen.verdict.reasons[0]!.reason}</b>
              {seen.verdict.reasons[0]!.remedy} <a class="link" href="/jobs/{desk.id}/look">Look</a></span
            >
          </p>
        {/if}
        {#if !ladder.ok && !seen.prep.over}
          <p class="flex gap-3 bg-stop-tint px-4 py-3 text-stop" role="alert">
            <Sign kind="stop" /><span><b>No ladder.</b> {ladder.problem}</span>
          </p>
        {/if}
        {#if current}<StepCard
            surfaceId={surface.id}
            unit={picked}
            progress={current}
            measured={!unmeasured.includes(surface)}
            pieces={unitCount(surface)}
            {done}
            rests={restingStep(steps, clock.now)}
          />
        {:else}
          {@const rests = restingStep(steps, clock.now)}
          <p class="flex items-center gap-3 p-4 text-[18px] {rests ? 'bg-check-fill' : 'bg-go-tint'}">
            <Sign kind={rests ? 'check' : 'go'} size={26} /><b
              >{rests
                ? `${rests.step.name} rests until ${hourWords(rests.untilMs, clock.now, zone)}`
                : `${picked ?? surface.name} is ready for oil`}.</b
            >
          </p>{/if}
        {#if surface.units}
          <h2 class="mt-4">Which piece has had what</h2>
          <UnitBoard
            plan={seen.prep}
            {log}
            units={surface.units}
            unit={picked!}
            onpick={(u) => {
              unit = u;
              scrollTo({ top: 0 });
            }}
          />
        {/if}
        <h2 class="mt-4 border-b-[1.5px] border-ink pb-1">
          Steps{picked ? `, ${picked}` : ''}
          <span class="dim text-[14px] font-normal">{seen.prepDone.done} of {seen.prepDone.of} done</span>
        </h2>
        <StepList
          steps={changing
            ? seen.prep.steps.map((step) => steps.find((p) => p.step.id === step.id) ?? aside(step))
            : steps}
          measured={!unmeasured.includes(surface)}
          timeZone={zone}
          units={desk.units}
          changing={changing && desk.mayEdit
            ? {
                plan: seen.prep,
                changes: surface.steps ?? [],
                pieces: surface.units ?? [],
                onchange: (edits) => change(surface.id, edits)
              }
            : null}
        />
        {#if seen.prep.dropped.length}
          <ul class="dropped" aria-label="Left out">
            {#each seen.prep.dropped as d (d.step.id)}
              <li>
                <span
                  ><b>Left out: {d.step.name}.</b>
                  {d.why ?? ''}{d.step.asked ? ' What was found on the wood asks for it.' : ''}</span
                >
                {#if desk.mayEdit}<button
                    class="btn line"
                    onclick={() => change(surface.id, putBack(surface.steps ?? [], d.step.id))}
                    >Put it back<span class="unseen">: {d.step.name}</span></button
                  >{/if}
              </li>
            {/each}
          </ul>
        {/if}
        {#if changing && seen.prep.idle.length}
          <p class="mt-2 flex flex-wrap items-center gap-3">
            <Sign kind="check" /><span
              >{counted(seen.prep.idle.length, 'change has', 'changes have')} no effect on this list: the step is not on it
              now, or may not stand there.</span
            ><button
              class="btn line"
              onclick={() =>
                change(
                  surface.id,
                  (surface.steps ?? []).filter((_, i) => !seen.prep.idle.includes(i))
                )}>Forget them</button
            >
          </p>
        {/if}
        {#if desk.mayEdit}
          {#if changing}<AddStep
              plan={seen.prep}
              {surface}
              mayKeep={page.data.mayEditHouse === true}
              onadd={(step) => change(surface.id, [...(surface.steps ?? []), step])}
              onkept={() => loadAgain('basket:job')}
            />{/if}
          <button class="btn line mt-3 self-start" aria-pressed={changing} onclick={() => (changing = !changing)}
            >{changing ? 'The list is right' : 'Change the list'}</button
          >
        {/if}
        {#each desk.view.parts.filter( (p) => p.job.surfaces.some((x) => wholeSurfaceId(x.id) === surface.id) ) as p (p.job.part)}
          <CourseList part={p.job.part} />
        {/each}
      </div>
      <div class="stack">
        {#if seen.prep.over}
          <section aria-label="Over the old finish">
            <h2 class="border-b-[1.5px] border-ink pb-1">Over the old finish</h2>
            <p class="mt-2">
              It is scuffed and built on, not sanded to the wood. Choose says whether it goes on bare wood.
            </p>
          </section>
        {:else}
          <section aria-label="Sanding ladder">
            <h2 class="border-b-[1.5px] border-ink pb-1">Sanding ladder</h2>
            <LastGrit
              {surface}
              mayEdit={desk.mayEdit}
              onpick={(grit) => desk.edit((d) => (d.surfaces.find((s) => s.id === surface.id)!.lastGrit = grit))}
            />
            {#if ladder.ok}
              <div class="mt-2 max-w-[320px]">
                <LadderPicture
                  {ladder}
                  doneGrits={new Set(steps.flatMap((p) => (p.status === 'done' && p.step.grit ? [p.step.grit] : [])))}
                />
              </div>
              <p class="text-[14px]">
                <Why
                  about="this ladder"
                  formula="The fewest steps from the grits in stock whose particle shrinks by no more than the rule allows"
                  lines={[
                    { name: 'rule', value: desk.knowledge.house.sanding.ladder, grade: 'house' },
                    { name: 'largest jump made', value: `÷ ${ladder.worstJump.toFixed(2)}`, grade: 'law' },
                    {
                      name: 'grits in stock',
                      value: desk.knowledge.house.sanding.gritsInStock.join(', '),
                      grade: 'house'
                    }
                  ]}>{desk.knowledge.house.sanding.ladder}, largest jump ÷ {ladder.worstJump.toFixed(2)}</Why
                >
              </p>
              {#if other.ladder.ok}<p class="dim mt-1 text-[14px]">
                  The other school, {other.rule}: {other.ladder.grits.map((g) => `P${g}`).join(', ')}{other.ladder.grits
                    .length < ladder.grits.length
                    ? `, ${ladder.grits.length - other.ladder.grits.length} fewer`
                    : ''}. Scratches show most on dark colours and gloss.
                </p>{/if}
            {/if}
          </section>
        {/if}
        <section aria-label="What it takes">
          <h2 class="border-b-[1.5px] border-ink pb-1">What it takes, all surfaces</h2>
          {#if unmeasured.length}<p class="flex gap-2 py-2">
              <Sign kind="check" /><span
                >{namedList(unmeasured.map((s) => s.name))}: not measured yet, not counted here.
                <a class="link" href="/jobs/{desk.id}/measure">Measure</a></span
              >
            </p>{/if}
          <ul class="takes">
            {#each consumables.filter((x) => x.count > 0) as c (c.name)}<li>
                <span>{c.name}</span><b class="fig">{amountWords(c, desk.units)}</b>
              </li>{/each}
          </ul>
        </section>
        <PhotoStrip {surface} photos={seen.survey.photos} stage="during" />
        <Cautions cautions={seen.cautions} closing={safetyClosing} />
      </div>
    </div>
  {/snippet}
</SurfaceTabs>
<JustDoneLine {done} bar />

<style>
  .main {
    gap: 10px;
  }
  .dropped li {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    justify-content: space-between;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
    color: var(--ink-2);
  }
  .takes li {
    display: flex;
    justify-content: space-between;
    border-bottom: 1px solid var(--rule);
    padding: 4px 0;
  }
  .takes b {
    font-size: 17px;
  }
</style>
