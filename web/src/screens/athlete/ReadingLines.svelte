<script lang="ts">
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { decimal, integer, say } from '../../lib/words/words';

  let { reading, gauge }: { reading: Schemas['Reading']; gauge: Schemas['Gauge'] | undefined } =
    $props();

  const UNITS: Record<string, string> = {
    centimetres: 'cm',
    seconds: 's',
    degrees: '°',
    kilograms: 'kg',
  };
  const unit = (long: string) => UNITS[long] ?? long;
  const partName = (id: string) => {
    const found = gauge?.parts.find((p) => p.id === id);
    return found ? say(found.name) : id;
  };
  /** A figure's id may carry the part or the kind it stands for behind its own. */
  const figureName = (id: string) => {
    const found = gauge?.figures.find((f) => id === f.id || id.startsWith(`${f.id}-`));
    const rest = found ? id.slice(found.id.length + 1) : '';
    const kind =
      rest === 'best' ? m.best() : rest === 'mean' ? m.mean() : rest ? partName(rest) : '';
    return found ? `${say(found.name)}${kind ? ` (${kind})` : ''}` : id;
  };
</script>

<ul class="text-sm">
  {#each reading.parts.filter((p) => p.counting.length) as part (part.part)}
    <li>
      {partName(part.part)}: {part.counting.map(decimal).join(', ')}
      {unit(gauge?.unit ?? '')}{part.notCounted
        ? `, ${m.not_counted({ count: part.notCounted })}`
        : ''}
    </li>
  {/each}
  {#if reading.kinds.length}
    <li>
      {reading.kinds
        .map((k) => {
          const name = gauge?.kinds.find((g) => g.id === k.kind)?.name;
          return `${name ? say(name) : k.kind}: ${integer(k.count)}`;
        })
        .join('; ')}
    </li>
  {/if}
  {#each reading.figures as figure (figure.figure)}
    <li class={figure.flagged ? 'font-bold' : 'quiet'}>
      {figureName(figure.figure)}: {decimal(figure.value)}
      {unit(figure.unit)}{figure.flagged ? `, ${m.noticeable()}` : ''}
    </li>
  {/each}
</ul>
