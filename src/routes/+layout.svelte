<script lang="ts">
  import '../app.css';
  import { onMount } from 'svelte';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import { theme } from '$lib/ui/shell/theme.svelte';
  import type { LayoutProps } from './$types';

  const { data, children }: LayoutProps = $props();
  // The clock is set before anything below is drawn, on the server and in the browser.
  // svelte-ignore state_referenced_locally
  clock.set(data.serverNow, data.frozen);
  $effect(() => clock.set(data.serverNow, data.frozen));
  onMount(() => {
    theme.start();
    // From here on the page listens: taps made before are made now (static/early-taps.js).
    document.documentElement.dataset.awake = '';
    dispatchEvent(new Event('awake'));
    return clock.run();
  });
</script>

{@render children()}
