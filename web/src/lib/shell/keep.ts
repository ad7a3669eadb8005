/** Keeps the application on the device, so that it starts without a network. */
export function keepApplication(): void {
  if (!('serviceWorker' in navigator)) return;
  void navigator.serviceWorker
    .register('/sw.js')
    .then((registration) => {
      renew(registration.waiting);
      registration.addEventListener('updatefound', () => {
        const worker = registration.installing;
        worker?.addEventListener('statechange', () => {
          if (worker.state === 'installed' && navigator.serviceWorker.controller) renew(worker);
        });
      });
    })
    .catch(() => undefined); // without it everything works but a start without a network
  void navigator.storage?.persist?.().catch(() => false);
}

/** A newer version takes over at once, except at a station or in a session, where nobody may lose a view; there it waits. */
function renew(worker: ServiceWorker | null): void {
  if (!worker || /\/(station|practice|session)\b/.test(location.hash)) return;
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), {
    once: true,
  });
  worker.postMessage({ type: 'SKIP_WAITING' });
}
