import { readFileSync } from 'node:fs';

/** Cases that the core has made; the interface computes the same (VectorsTest). */
export function vectors<T>(name: string): T[] {
  return JSON.parse(readFileSync(`../core/src/test/vectors/${name}.json`, 'utf8')) as T[];
}
