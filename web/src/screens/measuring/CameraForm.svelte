<script lang="ts">
  import { onDestroy } from 'svelte';
  import { m } from '../../lib/paraglide/messages';
  import { ShippedPose } from '../../lib/pose/engine';
  import { framing, type Framing } from '../../lib/pose/framing';
  import { framingWord } from '../../lib/words/motion';
  import type { Bench } from './bench.svelte';
  import FilmForm from './FilmForm.svelte';
  import SimulatedCamera from './SimulatedCamera.svelte';

  interface Props {
    bench: Bench;
    /** After so many seconds a recording ends by itself. */
    longest?: number;
  }
  let { bench, longest = Infinity }: Props = $props();

  let stage = $state<'closed' | 'opening' | 'open' | 'recording' | 'none'>('closed');
  let video = $state<HTMLVideoElement>();
  let seen = $state<Framing | null>(null);
  let recorded = $state.raw<Blob | null>(null);
  let stream: MediaStream | null = null;
  let recorder: MediaRecorder | null = null;
  let engine: ShippedPose | null = null;
  let seconds = $state(0);
  let ticking: ReturnType<typeof setInterval> | undefined;

  function close() {
    clearInterval(ticking);
    stream?.getTracks().forEach((t) => t.stop());
    stream = null;
    engine?.close();
    engine = null;
  }
  onDestroy(close);

  async function open() {
    stage = 'opening';
    recorded = null;
    bench.clear();
    try {
      stream = await navigator.mediaDevices.getUserMedia({
        video: {
          facingMode: 'environment',
          width: { ideal: 1280 },
          height: { ideal: 720 },
          frameRate: { ideal: 30 },
        },
        audio: false,
      });
    } catch {
      stage = 'none';
      return;
    }
    stage = 'open';
    await Promise.resolve();
    if (!video) return;
    video.srcObject = stream;
    await video.play();
    void watch();
  }

  /** Looks at the picture as often as the network allows, to say what is wrong with it before anything is recorded. */
  async function watch() {
    engine = new ShippedPose();
    const mine = engine;
    try {
      await mine.start();
      while (stream && engine === mine && video) {
        if (video.videoWidth && stage === 'open')
          seen = framing(
            await mine.find(video, performance.now()),
            video.videoWidth,
            video.videoHeight,
          );
        await new Promise((next) => setTimeout(next, 150));
      }
    } catch {
      seen = null;
    }
  }

  function record() {
    if (!stream) return;
    const parts: Blob[] = [];
    recorder = new MediaRecorder(stream);
    recorder.ondataavailable = (e) => parts.push(e.data);
    recorder.onstop = () => {
      recorded = new Blob(parts, { type: recorder?.mimeType ?? 'video/webm' });
      stage = 'closed';
      close();
    };
    recorder.start();
    stage = 'recording';
    seconds = 0;
    ticking = setInterval(() => ++seconds >= longest && recorder?.stop(), 1000);
  }
</script>

<div class="grid gap-3" data-testid="camera">
  <p class="quiet text-sm">{m.camera_lead()}</p>
  {#if stage === 'none'}
    <p class="border-l-4 border-warning pl-3" role="status">{m.camera_none()}</p>
    <SimulatedCamera {bench} />
  {:else}
    {#if stage === 'open' || stage === 'recording'}
      <video bind:this={video} class="w-full bg-base-300" playsinline muted></video>
      <p class="min-h-11 border-l-4 border-accent pl-3" role="status">
        {stage === 'recording'
          ? m.camera_recording({ seconds })
          : seen
            ? framingWord[seen]()
            : m.camera_looking()}
      </p>
    {/if}
    <div class="flex flex-wrap gap-3">
      {#if stage === 'closed'}
        <button class="btn btn-primary" onclick={open}
          >{recorded ? m.camera_again() : m.camera_open()}</button
        >
      {:else if stage === 'open'}
        <button class="btn btn-primary" onclick={record}>{m.camera_record()}</button>
      {:else if stage === 'recording'}
        <button class="btn btn-primary" onclick={() => recorder?.stop()}>{m.camera_stop()}</button>
      {/if}
    </div>
    {#if recorded}<FilmForm {bench} {recorded} />{/if}
  {/if}
</div>
