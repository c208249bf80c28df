declare namespace App {
  interface Locals {
    /** Id of the request, in its answer's header and in the log. */
    requestId: string;
    /** The request's own log; absent when the pages run without src/server.ts. */
    log?: { readonly error: (about: object, text: string) => void };
    /** Address of the connection the request came over; absent when the pages run without src/server.ts. */
    connectedFrom?: string | undefined;
    /** "light" or "dark" where the user chose; otherwise the device decides. */
    theme: "light" | "dark" | null;
    /** What stopped the page that was asked for. */
    problem?: { readonly message: string; readonly status: number };
  }
}
