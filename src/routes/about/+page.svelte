<script lang="ts">
  import Threshold from '$lib/ui/shell/Threshold.svelte';
  import { fullDate } from '$words/time';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>About · Basket</title></svelte:head>

<Threshold title="About Basket">
  <div class="grid gap-4 text-[16px]">
    <p>
      Basket measures, mixes, times and records for crews that oil and stain installed wood. {data.crew} has used it since
      {fullDate(data.since, data.timeZone)}.
    </p>
    <p>
      Every number says what it rests on: <b>law</b> is published physics, <b>label</b> is the product's card,
      <b>house</b> is your own choice or log. Tap a dotted number to see.
    </p>
    <p>
      Basket is a guide, not a measurement. Follow the product's safety sheet, local codes and a licensed professional
      where the law asks for one.
    </p>
    <p class="dim">
      Forecasts come from a weather desk that ships with the program and invents its weather, unless another service was
      set up. Typefaces: Archivo and Atkinson Hyperlegible Next, both under the SIL Open Font License.
    </p>
    <a class="btn justify-self-start" href="/">Back to Today</a>
  </div>
</Threshold>
