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
    return clock.run();
  });
</script>

{@render children()}
