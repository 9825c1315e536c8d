<script lang="ts">
  /** The two halves of the shelf: what could be bought, and what is there. */
  const { here }: { here: 'cards' | 'stock' } = $props();
</script>

<nav class="flex gap-2" aria-label="Shelf">
  <a class="btn {here === 'cards' ? '' : 'line'}" href="/shelf" aria-current={here === 'cards' ? 'page' : undefined}
    >Cards</a
  >
  <a
    class="btn {here === 'stock' ? '' : 'line'}"
    href="/shelf/stock"
    aria-current={here === 'stock' ? 'page' : undefined}>Stock</a
  >
</nav>
