<script lang="ts">
  const { coats, label, onchange }: { coats: number; label: string; onchange: (coats: number) => void } = $props();
  const MOST = 12;
</script>

<div class="stepper" role="group" aria-label="{label}: coats">
  <button onclick={() => onchange(coats - 1)} disabled={coats <= 0} aria-label="{label}: one coat fewer">−</button>
  <output aria-label="{label}: {coats} coats">{coats}</output>
  <button onclick={() => onchange(coats + 1)} disabled={coats >= MOST} aria-label="{label}: one coat more">+</button>
</div>

<style>
  .stepper {
    display: inline-grid;
    grid-template-columns: 34px 26px 34px;
    align-items: center;
    border: 1.5px solid var(--rule-2);
    background: var(--sheet);
    border-radius: var(--r1);
  }
  button {
    min-height: 36px;
    font-size: 20px;
    font-weight: 640;
  }
  button:disabled {
    color: var(--rule-2);
  }
  output {
    text-align: center;
    font: var(--w-fig) 18px var(--fig);
    font-stretch: 84%;
  }
</style>
