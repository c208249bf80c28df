/** Returns an object with one field set; undefined leaves the field out. */
export function withField<T extends object, K extends keyof T>(
  object: T,
  key: K,
  value: T[K] | undefined,
): T {
  const changed: T = { ...object };
  if (value === undefined) delete changed[key];
  else changed[key] = value;
  return changed;
}
