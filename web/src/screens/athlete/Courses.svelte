<script lang="ts">
  import type { Names } from '../../lib/api/catalogue';
  import type { Schemas } from '../../lib/api/client';
  import { m } from '../../lib/paraglide/messages';
  import { sideWord, verdictWord } from '../../lib/words/judgement';
  import { day, say } from '../../lib/words/words';
  import CourseChart from './CourseChart.svelte';
  import { along, clean, dots, drawn, type Course } from './course';

  interface Props {
    courses: Course[];
    history: Schemas['ResultControllerHistoryPoint'][];
    protocol: Schemas['Protocol'];
    names: Names;
  }
  let { courses, history, protocol, names }: Props = $props();

  const days = $derived(history.map((h) => h.heldOn));
  const places = $derived(along(days));
  const tests = $derived(
    protocol.tests
      .map((test) => ({ test, of: courses.filter((c) => c.test === test.id) }))
      .filter(({ of }) => of.some((c) => drawn(c) || clean(c))),
  );
  const sides = (course: Course) =>
    course.sided ? (['left', 'right'] as const) : (['left'] as const);
  const sideName = { left: sideWord.LEFT, right: sideWord.RIGHT };
</script>

{#if tests.length}
  <section class="floor-line pt-3" data-testid="courses">
    <h2>{m.course_title()}</h2>
    <p class="quiet text-sm">
      {m.course_text({ from: day(days[0] ?? ''), to: day(days.at(-1) ?? '') })}
    </p>
    {#each tests as { test, of } (test.id)}
      <h3 class="mt-4 font-bold">{say(test.name)}</h3>
      {#each of.filter(drawn) as course (course.criterion)}
        {@const name = names.criterion(course.criterion)}
        <div class="grid border-b border-base-300 py-2 sm:grid-cols-[9rem_1fr_1fr] sm:gap-4">
          <h4>{name}</h4>
          {#each sides(course) as side (side)}
            {@const change = course.changes[side]}
            <figure class="flex flex-wrap items-center gap-x-3">
              <CourseChart
                name={course.sided ? `${name} ${sideName[side]()}` : name}
                dots={dots(course, side)}
                {days}
                {places}
              />
              <figcaption class="text-sm">
                {#if course.sided}<span class="block">{sideName[side]()}</span>{/if}
                {#if change}<strong>{verdictWord[change.verdict]()}</strong>{:else}<span
                    class="quiet">{m.course_no_like()}</span
                  >{/if}
              </figcaption>
            </figure>
          {/each}
        </div>
      {/each}
      {#if of.some(clean)}<p class="quiet mt-1 text-sm">
          {m.course_clean({
            names: of
              .filter(clean)
              .map((c) => names.criterion(c.criterion))
              .join(', '),
          })}
        </p>{/if}
    {/each}
  </section>
{/if}
