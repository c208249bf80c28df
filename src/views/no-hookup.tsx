interface NoHookupProps {
  /** What is missing because of it. */
  readonly why: string;
  readonly hookupHref: string;
}

/** Shown where a view needs a chosen hookup and there is none yet. */
export function NoHookup({ why, hookupHref }: NoHookupProps) {
  return (
    <div className="my-8">
      <p className="mb-4">{why}</p>
      <a className="button button-main" href={hookupHref}>
        Choose a hookup
      </a>
    </div>
  );
}
