<script lang="ts">
  import { mayBeDropped, type PrepPlan, type PrepStep } from '$core/prep';
  import { STEP_SCOPES, type StepEdit, type StepScope } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import { leftOut, moved, oftener, only, repeatOf, timed, whyNotMoved } from './step-changes';

  interface Props {
    plan: PrepPlan;
    step: PrepStep;
    changes: readonly StepEdit[];
    pieces: readonly string[];
    onchange: (changes: StepEdit[]) => void;
  }
  /** What a crew may do with one step of the list: earlier, later, its minutes, where, once more, left out. */
  const { plan, step, changes, pieces, onchange }: Props = $props();
  let reason = $state('');
  let asking = $state(false);
  let wrong = $state('');
  const up = $derived(moved(plan, changes, step.id, -1));
  const down = $derived(moved(plan, changes, step.id, 1));
  const stays = $derived(
    [
      [whyNotMoved(plan, step.id, -1), 'Not earlier'],
      [whyNotMoved(plan, step.id, 1), 'Not later']
    ].flatMap(([why, not]) => (why ? [`${not}: ${why}.`] : []))
  );
  const again = $derived(repeatOf(step.id));
  const picked = $derived(step.pieces ?? []);

  function minutes(text: string) {
    const value = Number(text.replace(',', '.'));
    if (text.trim() === '') onchange(timed(changes, step.id, null));
    else if (value >= 1 && value <= 6000) onchange(timed(changes, step.id, value));
    wrong =
      text.trim() === '' || (value >= 1 && value <= 6000) ? '' : 'Minutes from 1 to 6000; empty takes the house’s.';
  }
  function leaveOut() {
    if (again) return onchange(oftener(changes, again, -1));
    if (step.asked && reason.trim().length < 3) {
      asking = true;
      return;
    }
    onchange(leftOut(changes, step.id, step.own === 'job', reason));
  }
  const toggle = (piece: string) =>
    onchange(
      only(
        changes,
        step.id,
        step.on ?? null,
        picked.includes(piece) ? picked.filter((p) => p !== piece) : [...picked, piece]
      )
    );
</script>

<div class="tools" role="group" aria-label="Change {step.name}">
  <button class="btn line" disabled={!up} onclick={() => onchange(up!)}
    >Earlier<span class="unseen">: {step.name}</span></button
  >
  <button class="btn line" disabled={!down} onclick={() => onchange(down!)}
    >Later<span class="unseen">: {step.name}</span></button
  >
  <div class="w-36">
    <TextField
      label="Minutes, all"
      inputmode="numeric"
      value={Math.round(step.minutes)}
      onchange={(e) => minutes(e.currentTarget.value)}
      errors={wrong ? [wrong] : null}
    />
  </div>
  <div class="w-44">
    <Choice
      label="On"
      value={step.on ?? 'all of it'}
      options={['all of it', ...STEP_SCOPES].map((value) => ({ value, label: value }))}
      onchange={(on) => onchange(only(changes, step.id, on === 'all of it' ? null : (on as StepScope), picked))}
    />
  </div>
  {#if !again && step.id !== 'before-oil'}<button
      class="btn line"
      onclick={() => onchange(oftener(changes, step.id, 1))}>Once more<span class="unseen">: {step.name}</span></button
    >{/if}
  {#if mayBeDropped(step)}<button class="btn line" onclick={leaveOut}
      >{again ? 'Not again' : step.own === 'job' ? 'Take it out' : 'Leave it out'}<span class="unseen"
        >: {step.name}</span
      ></button
    >{/if}
  {#if stays.length}<p class="dim reason text-[13.5px]">{stays.join(' ')}</p>{/if}
  {#if asking}
    <div class="reason">
      <TextField
        label="Why is it left out? What was found on the wood asks for it."
        bind:value={reason}
        maxlength={300}
        errors={reason.trim().length < 3 ? ['A reason, in a few words.'] : null}
        onkeydown={(e) => e.key === 'Enter' && leaveOut()}
      />
      <button class="btn mt-2" disabled={reason.trim().length < 3} onclick={leaveOut}
        >Leave it out for this reason</button
      >
    </div>
  {/if}
  {#if pieces.length}
    <div class="pieces" role="group" aria-label="Pieces {step.name} is done on">
      {#each pieces as p (p)}
        <button class="piece" aria-pressed={!picked.length || picked.includes(p)} onclick={() => toggle(p)}>{p}</button>
      {/each}
    </div>
  {/if}
</div>

<style>
  .tools {
    grid-column: 2 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: end;
  }
  .reason {
    flex-basis: 100%;
  }
  .pieces {
    flex-basis: 100%;
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
  }
  .piece {
    min-height: 32px;
    padding: 0 8px;
    border: 1px solid var(--rule-2);
    font-size: 13px;
    color: var(--ink-2);
  }
  .piece[aria-pressed='true'] {
    border: 1.5px solid var(--ink);
    color: var(--ink);
    font-weight: 640;
  }
  @media (max-width: 760px) {
    .piece {
      min-height: 48px;
    }
  }
</style>
