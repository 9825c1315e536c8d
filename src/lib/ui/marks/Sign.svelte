<script lang="ts">
  /** Signs that carry a meaning by their shape: chevrons go, half square part, octagon stop, triangle check. */
  interface Props {
    kind: 'go' | 'part' | 'no' | 'stop' | 'check';
    size?: number;
  }
  const { kind, size = 18 }: Props = $props();
</script>

<svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true" class="flex-none">
  {#if kind === 'go'}
    <rect width="16" height="16" fill="var(--go)" /><path
      d="M3 4l4 4-4 4M8.5 4l4 4-4 4"
      fill="none"
      stroke="var(--sheet)"
      stroke-width="1.8"
    />
  {:else if kind === 'part'}
    <rect x=".75" y=".75" width="14.5" height="14.5" fill="none" stroke="var(--go)" stroke-width="1.5" /><path
      d="M0 0h16L0 16z"
      fill="var(--go)"
    />
  {:else if kind === 'check'}
    <path d="M8 .8 15.8 15H.2z" fill="var(--check)" /><path
      d="M8 6v4.2M8 11.6v1.8"
      stroke="var(--sheet)"
      stroke-width="1.8"
    />
  {:else}
    <path d="M4.7 0h6.6L16 4.7v6.6L11.3 16H4.7L0 11.3V4.7z" fill="var(--stop)" />
    <path d={kind === 'no' ? 'M3.5 8h9' : 'M8 3.2v6M8 11v2.2'} stroke="var(--sheet)" stroke-width="2.2" />
  {/if}
</svg>
