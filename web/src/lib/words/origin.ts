import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';

const labels: Record<Schemas['Threshold']['label'], () => string> = {
  CP: m.label_cp,
  PUB: m.label_pub,
  HC: m.label_hc,
};

/** Where a number comes from: its publication where it has one, else what kind of statement it is. */
export function originOf(threshold: Pick<Schemas['Threshold'], 'label' | 'source'>): string {
  return threshold.source ?? labels[threshold.label]();
}
