/**
 * Gathers calls that come close together into one run of the work: it begins so long after the first of them, however
 * many follow, and never while it still runs.
 */
export function gathered(work: () => Promise<unknown>, milliseconds: number) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running = false;
  let again = false;
  let stopped = false;

  async function run() {
    timer = undefined;
    running = true;
    again = false;
    await work().catch(() => undefined);
    running = false;
    if (again) ask();
  }

  function ask() {
    if (running) again = true;
    else if (!stopped) timer ??= setTimeout(() => void run(), milliseconds);
  }

  function stop() {
    stopped = true;
    clearTimeout(timer);
  }

  return { ask, stop };
}
