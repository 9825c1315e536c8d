<script lang="ts">
  const { size = 22, onDark = false }: { size?: number; onDark?: boolean } = $props();
</script>

<svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
  <g fill={onDark ? '#f4f8f8' : 'var(--ink)'}
    ><path d="M0 1h11v4H0zM0 7h11v4H0zM13 13h11v4H13zM13 19h11v4H13z" /><path d="M1 13h4v11H1zM7 13h4v11H7z" /></g
  >
  <path fill="#ffcb1f" d="M13 0h4v11h-4zM19 0h4v11h-4z" />
</svg>
