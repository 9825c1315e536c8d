<script lang="ts">
  import { samePairCode } from '$core/mix';
  import TextField from '../fields/TextField.svelte';
  import Sign from '../marks/Sign.svelte';

  interface Props {
    /** The code the card names. */
    wanted: string;
    oil: string;
    hardener: string;
  }
  let { wanted, oil = $bindable(), hardener = $bindable() }: Props = $props();
  const differ = $derived(oil.trim() !== '' && hardener.trim() !== '' && !samePairCode(oil, hardener));
  const foreign = $derived(oil.trim() !== '' && !samePairCode(oil, wanted));

  interface Detector {
    detect(source: CanvasImageSource): Promise<{ rawValue: string }[]>;
  }
  const maker = (globalThis as { BarcodeDetector?: new () => Detector }).BarcodeDetector;
  const mayScan = Boolean(maker && typeof navigator !== 'undefined' && navigator.mediaDevices);
  let scanning = $state<'oil' | 'hardener' | null>(null);
  let video = $state<HTMLVideoElement | null>(null);
  let scanProblem = $state('');

  /** Looks through the camera until a code is read or the person gives up. */
  async function scan(which: 'oil' | 'hardener') {
    scanProblem = '';
    scanning = which;
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      const detector = new maker!();
      video!.srcObject = stream;
      await video!.play();
      while (scanning === which) {
        const [found] = await detector.detect(video!);
        if (found) {
          // The tins carry the pair code as the last word of their label code.
          const code = found.rawValue
            .trim()
            .split(/[\s;]+/)
            .at(-1)!
            .slice(0, 20);
          if (which === 'oil') oil = code;
          else hardener = code;
          break;
        }
        await new Promise((next) => setTimeout(next, 150));
      }
      for (const track of stream.getTracks()) track.stop();
    } catch {
      scanProblem = 'The camera does not open. Type the code.';
    }
    scanning = null;
  }
</script>

<fieldset class="codes">
  <legend>Pair code, read off both tins (card says {wanted})</legend>
  <div class="two">
    <TextField label="On the oil" bind:value={oil} maxlength={20} autocapitalize="characters" />
    <TextField label="On the hardener" bind:value={hardener} maxlength={20} autocapitalize="characters" />
    {#if mayScan}
      <button type="button" class="btn line" onclick={() => scan('oil')}>Scan the oil</button>
      <button type="button" class="btn line" onclick={() => scan('hardener')}>Scan the hardener</button>
    {/if}
  </div>
  {#if scanning}
    <video bind:this={video} playsinline muted class="mt-2 w-full"></video>
    <button type="button" class="btn line mt-2" onclick={() => (scanning = null)}>Stop looking</button>
  {/if}
  {#if scanProblem}<p class="mt-1 font-semibold text-check">{scanProblem}</p>{/if}
  {#if differ}
    <p class="stop-note text-[17px]" role="alert">
      <Sign kind="stop" size={24} /><span
        ><b>Do not mix.</b>
        {oil.trim()} and {hardener.trim()} do not belong together. Hardener of another oil stays soft for good.</span
      >
    </p>
  {:else if foreign && hardener.trim() !== ''}
    <p class="stop-note text-[17px]" role="alert">
      <Sign kind="stop" size={24} /><span
        ><b>Do not mix.</b> Both tins say {oil.trim()}, this job's card says {wanted}. Is it the right product?</span
      >
    </p>
  {/if}
</fieldset>

<style>
  .codes {
    margin-top: 12px;
  }
  legend {
    font-weight: 640;
    margin-bottom: 4px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
  }
</style>
