/**
 * What an endpoint is, said once: method, address, schemas, examples. Route handling, OpenAPI, contract tests and the typed
 * client of the views are all made from these definitions.
 */
import type { z } from "zod";

interface Shared<P extends string> {
  /** Address with {parameters}. */
  readonly path: P;
  readonly summary: string;
  readonly params?: z.ZodObject;
  readonly query?: z.ZodObject;
  /** Failures besides the usual ones, by status. */
  readonly failures?: Readonly<Record<number, string>>;
}

export interface Example<Q, A> {
  /** Values of the address's parameters. */
  readonly params?: Readonly<Record<string, string>>;
  readonly asks: Q;
  readonly answers: A;
}

/** Answers JSON to a plain request. */
export interface GetEndpoint<P extends string = string, A extends z.ZodType = z.ZodType> extends Shared<P> {
  readonly method: "get";
  readonly response: A;
}

/** Answers JSON to a JSON body. */
export interface PostEndpoint<
  P extends string = string,
  Q extends z.ZodType = z.ZodType,
  A extends z.ZodType = z.ZodType,
> extends Shared<P> {
  readonly method: "post";
  readonly request: Q;
  readonly response: A;
  readonly status: 200 | 201;
  /** At least one: the contract tests send each to the real server. */
  readonly examples: readonly Example<z.input<Q>, z.input<A>>[];
}

/** Answers something other than JSON: a file, a stream. */
export interface FileEndpoint<P extends string = string> extends Shared<P> {
  readonly method: "get";
  readonly type: string;
}

/** Sends events for as long as somebody listens. */
export interface StreamEndpoint<P extends string = string, V extends z.ZodType = z.ZodType>
  extends FileEndpoint<P> {
  /** The data of one event. */
  readonly event: V;
}

/** Takes bytes as they are. */
export interface PutEndpoint<P extends string = string, A extends z.ZodType = z.ZodType> extends Shared<P> {
  readonly method: "put";
  readonly type: string;
  readonly response: A;
}

export type Endpoint = GetEndpoint | PostEndpoint | FileEndpoint | PutEndpoint;

/** Everything below a type as readonly: what a use case may hand over. */
export type DeepReadonly<T> = { readonly [K in keyof T]: DeepReadonly<T[K]> };

/** What a use case returns for an endpoint. */
export type AnswerFor<E extends { readonly response: z.ZodType }> = DeepReadonly<z.input<E["response"]>>;

/** Defines an endpoint that answers JSON to a plain request. */
export const get = <const P extends string, A extends z.ZodType>(
  definition: Omit<GetEndpoint<P, A>, "method">,
): GetEndpoint<P, A> => ({ method: "get", ...definition });

/** Defines an endpoint that answers JSON to a JSON body, with 200 where nothing else is said. */
export const post = <const P extends string, Q extends z.ZodType, A extends z.ZodType>({
  status = 200,
  ...definition
}: Omit<PostEndpoint<P, Q, A>, "method" | "status"> & Partial<Pick<PostEndpoint, "status">>): PostEndpoint<
  P,
  Q,
  A
> => ({
  method: "post",
  status,
  ...definition,
});

/** Defines an endpoint that answers a file. */
export const file = <const P extends string>(
  definition: Omit<FileEndpoint<P>, "method">,
): FileEndpoint<P> => ({
  method: "get",
  ...definition,
});

/** Defines an endpoint that sends events. */
export const stream = <const P extends string, V extends z.ZodType>(
  definition: Omit<StreamEndpoint<P, V>, "method" | "type">,
): StreamEndpoint<P, V> => ({ method: "get", type: "text/event-stream", ...definition });

/** Defines an endpoint that takes bytes. */
export const put = <const P extends string, A extends z.ZodType>(
  definition: Omit<PutEndpoint<P, A>, "method">,
): PutEndpoint<P, A> => ({ method: "put", ...definition });
