/** Pixels across, and how many times more across than along (house convention). */
const FAR = 60;
const FLAT = 2;

/** Calls back once for each quick sideways stroke of one finger; strokes along the page are left to it. */
export function swipe(node: HTMLElement, turn: (by: 1 | -1) => void) {
  let from: { x: number; y: number; id: number } | null = null;
  const begin = (e: PointerEvent) => {
    from =
      e.isPrimary && e.pointerType !== 'mouse'
        ? { x: e.clientX, y: e.clientY, id: e.pointerId }
        : null;
  };
  const end = (e: PointerEvent) => {
    if (!from || e.pointerId !== from.id) return;
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y];
    from = null;
    if (Math.abs(dx) >= FAR && Math.abs(dx) >= FLAT * Math.abs(dy)) turn(dx < 0 ? 1 : -1);
  };
  node.addEventListener('pointerdown', begin);
  node.addEventListener('pointerup', end);
  return {
    destroy() {
      node.removeEventListener('pointerdown', begin);
      node.removeEventListener('pointerup', end);
    },
  };
}
