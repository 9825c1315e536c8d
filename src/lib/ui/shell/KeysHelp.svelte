<script lang="ts">
  import { Dialog } from 'bits-ui';

  let { open = $bindable(), stations }: { open: boolean; stations: string[] } = $props();
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content
      class="fixed top-1/2 left-1/2 z-50 w-[min(420px,92vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-sheet p-5"
    >
      <Dialog.Title class="font-fig text-[20px] font-bold">Keys</Dialog.Title>
      <table class="ruled mt-2">
        <tbody>
          {#each stations as s, i (s)}<tr><td class="w-16"><kbd>{i + 1}</kbd></td><td>{s}</td></tr>{/each}
          <tr><td><kbd>/</kbd></td><td>find a job</td></tr>
          <tr><td><kbd>n</kbd></td><td>write a note in the log</td></tr>
          <tr><td><kbd>Ctrl Z</kbd></td><td>undo, with Shift redo</td></tr>
          <tr><td><kbd>?</kbd></td><td>these keys</td></tr>
        </tbody>
      </table>
      <Dialog.Close class="btn mt-4">Close</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
