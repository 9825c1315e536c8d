<script lang="ts">
  import { page } from '$app/state';
  import Threshold from '$lib/ui/shell/Threshold.svelte';
</script>

<svelte:head><title>{page.status} · Basket</title></svelte:head>

<Threshold
  title={page.status === 404
    ? 'Nothing here'
    : page.status === 403
      ? 'Not for your role'
      : page.status === 401
        ? 'Sign in first'
        : 'That did not work'}
  lead={page.error?.message}
>
  <a class="btn" href="/">Back to Today</a>
</Threshold>
