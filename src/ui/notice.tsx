import type { ComponentPropsWithoutRef } from "react";

interface NoticeProps extends ComponentPropsWithoutRef<"p"> {
  /** `work`: to know or to do; `dry`: done; `wet`: wrong or dangerous. */
  readonly tone: "work" | "dry" | "wet";
}

/** A paragraph beside the edge of its tone. */
export function Notice({ tone, className = "mt-3", ...paragraph }: NoticeProps) {
  return <p className={`notice notice-${tone} ${className}`} {...paragraph} />;
}
