<script lang="ts">
  import { underWords } from '$core/coats';
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { Tabs } from 'bits-ui';
  import { cardOf, cellsOf, finishCard, sequenceCards } from '$core/document';
  import { colourLock, sampleProblems } from '$core/choose';
  import { classTraits, type ProductCard } from '$core/product';
  import CardSays from '$lib/ui/choose/CardSays.svelte';
  import CardVersion from '$lib/ui/choose/CardVersion.svelte';
  import { listCoats, unlistCoats } from '$lib/ui/choose/choose-edits';
  import Compare from '$lib/ui/choose/Compare.svelte';
  import RhythmChoice from '$lib/ui/choose/RhythmChoice.svelte';
  import FaceCoats from '$lib/ui/choose/FaceCoats.svelte';
  import FinishForm from '$lib/ui/choose/FinishForm.svelte';
  import Samples from '$lib/ui/choose/Samples.svelte';
  import SequenceEditor from '$lib/ui/choose/SequenceEditor.svelte';
  import ShelfColumn from '$lib/ui/choose/ShelfColumn.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import PartsDialog from '$lib/ui/job/PartsDialog.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const desk = useJobDesk();
  const card = $derived(finishCard(desk.job));
  let parting = $state(false);
  const listed = $derived(desk.job.finish?.coats !== undefined);
  const lock = $derived(colourLock(desk.job, desk.state));
  const locked = $derived(lock !== null && !lock.reopened);
  const problems = $derived([
    ...sampleProblems(desk.job, desk.state),
    ...desk.plan.problems.filter(
      (p) =>
        (p.path.startsWith('/finish') || p.path.startsWith('/surfaces')) &&
        !desk.plan.layers.some((l) => p.problem.startsWith(`Coat ${l.above} over ${underWords(l)}:`) && listed)
    )
  ]);
  const facts = $derived.by(() => {
    if (!card) return 'Pick an oil that fits the wood and the place';
    const cards = sequenceCards(desk.job);
    const n = desk.plan.coats.length;
    const coats = `${n} ${n === 1 ? 'coat' : 'coats'}`;
    return cards.length > 1
      ? `${cards.map((c) => c.name).join(', then ')}. ${coats}`
      : `${card.name}, ${classTraits(card.class).name}. ${coats}`;
  });

  const VIEWS = [
    { id: 'coats', name: 'Coats' },
    { id: 'compare', name: 'Compare systems' },
    { id: 'samples', name: 'Sample boards' }
  ] as const;
  type View = (typeof VIEWS)[number]['id'];
  let view = $state<View>('coats');
  $effect(() => {
    const asked = VIEWS.find((v) => v.id === page.url.searchParams.get('view'));
    if (asked) view = asked.id;
  });
  function show(v: string) {
    view = v as View;
    const url = new URL(location.href);
    url.searchParams.set('view', v);
    // Only the picture changes, the page is the same.

    replaceState(url, {});
  }
  const outdated = $derived(
    sequenceCards(desk.job).flatMap((c): { held: ProductCard; shelf: ProductCard }[] => {
      const shelf = data.shelf.find((s) => s.id === c.id);
      return shelf && JSON.stringify(shelf) !== JSON.stringify(c) ? [{ held: c, shelf }] : [];
    })
  );
</script>

<JobTitle {facts}>
  {#snippet actions()}
    {#if desk.mayEdit && cellsOf(desk.document).length > 1}<button class="btn line" onclick={() => (parting = true)}
        >{desk.view.parts.length > 1 ? 'Parts' : 'Another product for some of it'}</button
      >{/if}
  {/snippet}
</JobTitle>
{#if parting}<PartsDialog bind:open={parting} />{/if}

<Tabs.Root value={view} onValueChange={show} class="mt-2">
  <Tabs.List class="no-print flex flex-wrap gap-2" aria-label="Choosing">
    {#each VIEWS as v (v.id)}
      <Tabs.Trigger value={v.id} class="btn line data-[state=active]:bg-ink data-[state=active]:text-on-ink"
        >{v.name}{v.id === 'compare' && desk.job.compared?.length
          ? ` (${desk.job.compared.length})`
          : v.id === 'samples' && desk.job.samples?.length
            ? ` (${desk.job.samples.length})`
            : ''}</Tabs.Trigger
      >
    {/each}
  </Tabs.List>

  <Tabs.Content value="coats" tabindex={-1}>
    {#each outdated as o (o.held.id)}<CardVersion held={o.held} shelf={o.shelf} />{/each}
    <div class="two">
      <ShelfColumn shelf={data.shelf} {locked} />
      {#if card && desk.job.finish}
        <section aria-label="Finish">
          <h2 class="border-b-[1.5px] border-ink pb-1">{listed ? 'Coat by coat' : card.name}</h2>
          {#if locked}<p class="mt-2 flex gap-2 font-semibold">
              <Sign kind="go" size={18} />{lock!.approval.client} approved this colour. It is locked: see the sample boards.
            </p>{/if}
          {#if listed}
            <SequenceEditor shelf={data.shelf} {locked} />
            {#if desk.mayEdit}<button class="btn line mt-2" disabled={locked} onclick={() => desk.editPart(unlistCoats)}
                >All coats alike again</button
              >{/if}
          {:else}
            <FinishForm {card} {locked} />
            {#if desk.mayEdit && desk.plan.coats.length}<button
                class="btn line mt-2"
                onclick={() => desk.editPart(listCoats)}>Plan coat by coat</button
              >{/if}
          {/if}
          <FaceCoats />
          <RhythmChoice />
          <h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Will it take?</h2>
          <ul class="takes">
            {#each problems as p, k (k)}
              <li class={p.severity === 'stop' ? 'text-stop' : 'text-check'}>
                <Sign kind={p.severity} /><span><b>{p.problem}</b></span>
              </li>
            {:else}
              <li class="text-go"><Sign kind="go" /><b>Nothing on the card speaks against it.</b></li>
            {/each}
          </ul>
        </section>
        <CardSays card={cardOf(desk.job, desk.plan.coats.at(-1)?.productId) ?? card} />
      {:else}
        <p class="mt-8 text-[16px] lg:col-span-2">
          Products that may not go on this job say why. The limits are the card's own: place, kind of surface, food.
        </p>
      {/if}
    </div>
  </Tabs.Content>
  <Tabs.Content value="compare" tabindex={-1}>
    {#if view === 'compare'}<Compare shelf={data.shelf} {locked} onchosen={() => show('coats')} />{/if}
  </Tabs.Content>
  <Tabs.Content value="samples" tabindex={-1}><Samples /></Tabs.Content>
</Tabs.Root>

<style>
  .two {
    display: grid;
    grid-template-columns: 260px minmax(0, 1fr) 290px;
    gap: 26px;
    margin-top: 12px;
    align-items: start;
  }
  .takes li {
    display: flex;
    gap: 10px;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 1100px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
    /* What is chosen comes before what could be. */
    .two > :global([aria-label='Finish']) {
      order: -1;
    }
  }
</style>
