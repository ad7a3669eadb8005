/** Keeps the screen on as long as it is shown, where the device can do that; ends with what is returned. */
export function stayAwake(): () => void {
  let lock: WakeLockSentinel | null = null;
  let ended = false;
  async function hold() {
    if (ended || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    // refused on a low battery: the station works all the same
    lock = await navigator.wakeLock.request('screen').catch(() => null);
    if (ended) void lock?.release();
  }
  const shown = () => void hold();
  document.addEventListener('visibilitychange', shown);
  shown();
  return () => {
    ended = true;
    document.removeEventListener('visibilitychange', shown);
    void lock?.release();
  };
}
