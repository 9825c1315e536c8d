<script lang="ts">
  import type { KnownSite } from '$lib/server/clients/find';
  import type { Town } from '$lib/server/places/towns';
  import SuggestField from '../fields/SuggestField.svelte';
  import { offersOf, positionWords } from './offers';

  interface Props {
    site: KnownSite;
    /** The whole site was picked, or found by the device. */
    onpick: (site: KnownSite) => void;
    /** Its name alone is typed. */
    oninput: (place: string) => void;
    name?: string;
    errors?: string[] | null;
  }
  /** Where the work is: a site the crew knows, a town of the gazetteer, or where this device is. Nobody types degrees. */
  const { site, onpick, oninput, name, errors }: Props = $props();
  let trouble = $state('');
  let looking = $state(false);
  const ask = async (text: string) => {
    const answer = await fetch(`/api/places?q=${encodeURIComponent(text)}`);
    return offersOf(text, (await answer.json()) as { sites: KnownSite[]; towns: Town[] });
  };
  async function here() {
    looking = true;
    trouble = '';
    try {
      const { coords } = await new Promise<GeolocationPosition>((found, not) =>
        navigator.geolocation.getCurrentPosition(found, not, { timeout: 15_000, maximumAge: 60_000 })
      );
      const [latitudeDeg, longitudeDeg] = [coords.latitude, coords.longitude].map((d) => Math.round(d * 1e4) / 1e4) as [
        number,
        number
      ];
      const answer = await fetch(`/api/places/here?latitude=${latitudeDeg}&longitude=${longitudeDeg}`);
      if (!answer.ok) throw new Error();
      const { timeZone } = (await answer.json()) as { timeZone: string };
      onpick({ place: site.place, latitudeDeg, longitudeDeg, timeZone });
    } catch {
      trouble = 'This device can’t say where it is. Type the nearest town.';
    }
    looking = false;
  }
</script>

<SuggestField
  label="Place"
  value={site.place}
  {ask}
  {onpick}
  {oninput}
  {name}
  maxlength={120}
  {errors}
  hint="a site you know, or house and town: Old Mill, Saltmarsh Wick"
/>
<p class="text-[13.5px]">
  <b>{positionWords(site)}</b>, clock of {site.timeZone.replaceAll('_', ' ')}.
  <button type="button" class="link" disabled={looking} onclick={here}
    >{looking ? 'Asking this device' : 'Take where this device is'}</button
  >
</p>
{#if trouble}<p class="text-[13px] font-semibold text-stop" role="alert">{trouble}</p>{/if}
