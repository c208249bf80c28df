import type { ComponentPropsWithoutRef, ReactNode } from "react";

interface DisclosureProps extends ComponentPropsWithoutRef<"details"> {
  /** What stands on the line that opens the rest. */
  readonly summary: ReactNode;
}

/** A line that opens what most people do not need every time. */
export function Disclosure({ summary, children, ...details }: DisclosureProps) {
  return (
    <details {...details}>
      <summary className="disclosure">{summary}</summary>
      {children}
    </details>
  );
}
