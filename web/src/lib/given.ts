type Given<T> = {
  [K in keyof T as undefined extends T[K] ? never : K]: T[K];
} & {
  [K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined>;
};

/** An object without the properties that have no value, as the server expects what may be left out. */
export function given<T extends object>(values: T): Given<T> {
  return Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Given<T>;
}
