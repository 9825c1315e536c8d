<script lang="ts">
  import { asText, send } from '$lib/forms/send';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { page } from '$app/state';
  import { placeOf } from '$core/document';
  import { forHouse, fromHouse, hasParted, type HousePlace } from '$core/place';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** The place this part is worked at, as a place of the house: kept for every job, or taken from there again. */
  const desk = useJobDesk();
  const house = $derived((page.data.housePlaces ?? []) as HousePlace[]);
  const mayKeep = $derived(page.data.mayEditHouse === true);
  const place = $derived(placeOf(desk.document, desk.there));
  const ours = $derived(house.find((h) => h.id === place.house));
  const parted = $derived(ours !== undefined && hasParted(place, ours));
  let problem = $state('');
  let working = $state(false);

  /** A short id of the name, one the house has not got. */
  function idFor(name: string): string {
    const stem =
      name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 30) || 'place';
    let [id, n] = [stem, 1];
    while (house.some((h) => h.id === id)) id = `${stem}-${++n}`;
    return id;
  }
  async function keep() {
    const id = ours?.id ?? idFor(place.name);
    working = true;
    problem = '';
    const sent = await send('POST', '/api/house/places', forHouse($state.snapshot(place) as typeof place, id));
    if (sent.ok) {
      desk.edit((d) => (d.places.find((p) => p.id === place.id)!.house = id));
      await loadAgain('basket:job');
    } else problem = asText(sent.problems);
    working = false;
  }
  function takeAgain() {
    desk.edit((d) => {
      const at = d.places.findIndex((p) => p.id === place.id);
      const { moisture, closures } = d.places[at]!;
      d.places[at] = {
        ...fromHouse($state.snapshot(ours!) as HousePlace, place.id),
        ...(moisture && { moisture }),
        ...(closures && { closures })
      };
    });
  }
</script>

<section class="mt-3" aria-label="Place">
  <p>
    <b>{place.name}</b>
    {#if ours}<span class="dim"
        >a place of the house{parted ? ', other here than the house has it' : ', as the house has it'}</span
      >{:else}<span class="dim">of this job alone</span>{/if}
  </p>
  <div class="mt-1 flex flex-wrap gap-2">
    {#if parted}<button class="btn line" onclick={takeAgain}>As the house has it</button>{/if}
    {#if mayKeep && (!ours || parted)}<button class="btn line" disabled={working} onclick={keep}
        >{ours ? 'Keep it so for the house' : 'Keep it for every job'}</button
      >{/if}
  </div>
  {#if problem}<p class="mt-1 flex gap-2 font-semibold text-stop" role="alert">
      <Sign kind="stop" size={16} />Not kept: {problem}
    </p>{/if}
</section>
