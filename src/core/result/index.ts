/** The one shape of an answer that may be refused: a value, or what is wrong. For faults a caller is expected to handle; nothing is thrown. */
export type Result<T, F> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly fault: F };

/** Returns a value as the answer. */
export const succeed = <T>(value: T): Result<T, never> => ({ ok: true, value });

/** Returns what is wrong as the answer. */
export const fail = <F>(fault: F): Result<never, F> => ({ ok: false, fault });
