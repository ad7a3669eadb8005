<script lang="ts">
  import { sendFile, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';

  /** Hears that rosters have come in. */
  let { taken: heard }: { taken: () => void } = $props();
  let taken = $state.raw<Schemas['ImportTaken'] | null>(null);
  let working = $state(false);
  let error = $state.raw<unknown>(null);

  async function take(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (!file) return;
    working = true;
    error = taken = null;
    try {
      taken = await sendFile<Schemas['ImportTaken']>('/api/transfer', file);
      heard();
    } catch (e) {
      error = e;
    }
    working = false;
    input.value = '';
  }
</script>

<!-- Rosters with everything in them, out of this house and into another. -->
<section class="floor-line mt-10 pt-3" aria-labelledby="transfer">
  <h2 id="transfer">{m.transfer_title()}</h2>
  <p class="quiet max-w-prose">{m.transfer_text()}</p>
  <div class="mt-3 flex flex-wrap gap-3">
    <a class="btn-soft-line btn h-12" href="/api/transfer" download>{m.transfer_all()}</a>
    <label class={['btn-soft-line btn h-12', working && 'btn-disabled']}
      >{m.transfer_take()}<input
        type="file"
        class="sr-only"
        accept=".json,application/json"
        disabled={working}
        onchange={(e) => take(e.currentTarget)}
      /></label
    >
  </div>
  <p class="mt-3 max-w-prose" role="status">
    {#if working}{m.transfer_working()}{/if}
    {#if taken}{m.transfer_taken({
        rosters: taken.rosters.map((r) => r.name).join(', '),
        athletes: m.athletes({ count: taken.athletes }),
        screenings: m.retention_screenings({ count: taken.screenings }),
      })}
      {#if taken.copied}{m.transfer_copied()}{/if}{/if}
  </p>
  {#if error}<p class="mt-3 max-w-prose border-l-4 border-error pl-3 font-bold" role="alert">
      {trouble(error)}
    </p>{/if}
</section>
