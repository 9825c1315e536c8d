<script lang="ts">
  import { page } from '$app/state';
  import { counted } from '$core/units';
  import Sign from '../marks/Sign.svelte';
  import { useOutbox } from './outbox.svelte';

  /** What waits on this device and can't go by itself: said on every page, with the way out. */
  const outbox = useOutbox();
  const entries = $derived(outbox.waiting.length);
  const photos = $derived(outbox.photos.filter((p) => !p.refused).length);
  const waiting = $derived(
    [entries && counted(entries, 'entry', 'entries'), photos && counted(photos, 'photo', 'photos')]
      .filter(Boolean)
      .join(' and ')
  );
  /** Where something refused is dealt with, but for the page that shows it already. */
  const refusals = $derived(
    [
      ...outbox.refused.map((q) => ({ what: 'something logged here', seenOn: [`/jobs/${q.jobId}/work`] })),
      ...outbox.photos
        .filter((p) => p.refused)
        .map((p) => ({ what: 'a photo taken here', seenOn: [`/jobs/${p.jobId}/look`, `/jobs/${p.jobId}/ready`] }))
    ].filter(
      (r, i, all) =>
        !r.seenOn.includes(page.url.pathname) && all.findIndex((other) => other.seenOn[0] === r.seenOn[0]) === i
    )
  );
  const back = $derived(`/sign-in?to=${encodeURIComponent(page.url.pathname)}`);
</script>

{#if outbox.reach === 'sign in to send' && waiting}
  <p class="line" role="alert">
    <Sign kind="check" size={16} /><span
      >Your sign-in has run out. {waiting}
      {entries + photos === 1 ? 'waits' : 'wait'} on this device.
      <a class="link font-semibold" href={back} data-sveltekit-reload>Sign in and go on</a></span
    >
  </p>
{/if}
{#each refusals as r (r.seenOn[0])}
  <p class="line" role="alert">
    <Sign kind="stop" size={16} /><span
      >The server did not take {r.what}. <a class="link font-semibold" href={r.seenOn[0]}>Look at it</a></span
    >
  </p>
{/each}
{#if outbox.others.length}
  <p class="line">
    <Sign kind="check" size={16} /><span
      >Entries of {outbox.others.join(' and ')} wait on this device; they go when {outbox.others.length === 1
        ? 'that person signs'
        : 'those people sign'} in here.</span
    >
  </p>
{/if}

<style>
  .line {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 8px 16px;
    background: var(--check-fill);
    border-bottom: 1px solid var(--rule);
  }
</style>
