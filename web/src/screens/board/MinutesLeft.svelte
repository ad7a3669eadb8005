<script lang="ts">
  import { api, ask, type Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { trouble } from '../../lib/words/trouble';
  import { decimal, integer } from '../../lib/words/words';

  interface Props {
    screening: string;
    /** When the lesson is over, where it has begun. */
    ends: string | undefined;
  }
  let { screening, ends }: Props = $props();

  const MINUTE = 60_000;
  /** Minutes where the lesson says nothing, and the most that can be said (house convention). */
  const USUAL = 5;
  const MOST = 120;
  /** What the lesson leaves; before and after it the lead says how long there is. */
  const left = $derived(ends ? Math.floor((Date.parse(ends) - Date.now()) / MINUTE) : 0);
  let typed = $state<number | null>(null);
  const minutes = $derived(typed ?? (left > 0 ? left : USUAL));
  let view = $state.raw<Schemas['LookAgainControllerLooksView'] | null>(null);
  let error = $state.raw<unknown>(null);

  /** The looks that fit, the best for their time first. */
  const fit = $derived.by(() => {
    let seconds = minutes * 60;
    return (view?.looks ?? []).filter((q) => {
      const fits = q.look.seconds <= seconds;
      if (fits) seconds -= q.look.seconds;
      return fits;
    });
  });
  const gain = $derived(fit.reduce((sum, q) => sum + q.look.drop, 0));

  async function load() {
    error = null;
    try {
      view = await ask(
        api.GET('/api/screenings/{id}/look-again', { params: { path: { id: screening } } }),
      );
    } catch (e) {
      error = e;
    }
  }
</script>

<!-- What the minutes that are left would buy. -->
<section
  class="mb-4 flex flex-wrap items-center gap-3 border-y border-base-300 py-2"
  data-testid="minutes"
>
  <label class="flex items-center gap-2">
    {m.minutes_left()}
    <input
      class="input w-20 text-right"
      type="number"
      min="1"
      max={MOST}
      value={minutes}
      onchange={(e) => {
        const value = e.currentTarget.valueAsNumber;
        typed = value >= 1 && value <= MOST ? value : null;
      }}
    />
  </label>
  {#if view}
    <p>
      {fit.length
        ? m.minutes_buy({ looks: integer(fit.length), athletes: decimal(gain) })
        : m.minutes_nothing()}
    </p>
    {#if fit.length}<a class="btn btn-primary" href="#/screening/{screening}/again"
        >{m.minutes_round()}</a
      >{/if}
  {/if}
  <button class="btn-soft-line btn" onclick={load}
    >{view ? m.minutes_again() : m.minutes_ask()}</button
  >
  {#if error}<p role="alert">{trouble(error)}</p>{/if}
</section>
