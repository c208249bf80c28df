import type { z } from "zod";

/** One call of the contract: its schemas and an example that both must take. */
export interface ContractExample {
  readonly path: string;
  /** Whether this version answers it; the live test calls only those. */
  readonly isServed: boolean;
  readonly request: z.ZodType;
  readonly response: z.ZodType;
  readonly asks: unknown;
  readonly answers: unknown;
}

/** Ties an example to its schemas, so that the compiler reads both. */
export function example<Q extends z.ZodType, A extends z.ZodType>(call: {
  readonly path: string;
  readonly isServed: boolean;
  readonly request: Q;
  readonly response: A;
  readonly asks: z.input<Q>;
  readonly answers: z.input<A>;
}): ContractExample {
  return call;
}
