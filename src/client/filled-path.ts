/** Returns the address with its parameters filled in. Errors: RangeError when one is missing. */
export function filledPath(path: string, params: Readonly<Record<string, string>> = {}): string {
  return path.replace(/\{(\w+)\}/g, (_, name: string) => {
    const value = params[name];
    if (value === undefined) throw new RangeError(`${path} wants ${name}`);
    return encodeURIComponent(value);
  });
}
