import { useState } from "react";
import { v4 as uuid } from "uuid";
import type { PresetGroup } from "../../core/opening/index.ts";
import type { VisitTemplate } from "../../core/survey/index.ts";
import { FixtureGlyph } from "../../drawing/fixture-glyph.tsx";
import { loadQueue, visitsQueued } from "../visit-log/waiting-store.ts";
import { begunHash, type KnownSite } from "./opening-fields.ts";

interface ChooseOpeningProps {
  readonly groups: readonly PresetGroup[];
  readonly templates: readonly VisitTemplate[];
  readonly sites: readonly KnownSite[];
}

/** Visits that were begun on this device and have not reached the server. */
function begunHere() {
  return visitsQueued().flatMap((visitId) => {
    const { waiting } = loadQueue(visitId);
    const opened = waiting.find((event) => event.kind === "visit-opened");
    const added = waiting.find((event) => event.kind === "connection-added");
    return opened === undefined || added === undefined
      ? []
      : [{ title: opened.title, site: opened.site.name, href: begunHash(visitId, added.connection) }];
  });
}

/** What is to be connected and where, with what this device knows; and the visits begun here before. */
export function ChooseOpening({ groups, templates, sites }: ChooseOpeningProps) {
  const [site, setSite] = useState(sites[0]?.siteId ?? "");
  const [siteName, setSiteName] = useState("");
  const [place, setPlace] = useState("");
  const begun = begunHere();
  const open = (chosen: Readonly<Record<string, string>>) => {
    location.hash = new URLSearchParams({ visit: uuid(), site, siteName, place, ...chosen }).toString();
  };
  return (
    <>
      <h1>Begin a visit without a network</h1>
      <p className="max-w-prose text-quiet">
        The visit, its survey, notes and pictures stay on this device and are sent once there is a network.
        Plans are worked out by the server: they wait until then.
      </p>
      {begun.length > 0 && (
        <section aria-label="Begun on this device" className="mt-3">
          <h2>Begun on this device, not sent yet</h2>
          <ul>
            {begun.map(({ title, site: at, href }) => (
              <li key={href} className="border-b border-hairline">
                <a className="flex min-h-touch items-center gap-2" href={href}>
                  {title}, {at}
                </a>
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="mt-3 grid items-end gap-3 sm:grid-cols-3">
        <label className="block">
          <span className="block text-small text-quiet">A known site</span>
          <select className="field w-full" value={site} onChange={(event) => setSite(event.target.value)}>
            {sites.map(({ siteId, site: { name, address } }) => (
              <option key={siteId} value={siteId}>
                {[name, address].filter(Boolean).join(", ")}
              </option>
            ))}
            <option value="">none of these</option>
          </select>
        </label>
        <label className="block">
          <span className="block text-small text-quiet">Or a new site</span>
          <input
            className="field w-full"
            value={siteName}
            maxLength={200}
            onChange={(event) => setSiteName(event.target.value)}
          />
        </label>
        <label className="block">
          <span className="block text-small text-quiet">Room</span>
          <input
            className="field w-full"
            value={place}
            maxLength={120}
            onChange={(event) => setPlace(event.target.value)}
          />
        </label>
      </div>
      <h2 className="mb-2 mt-4">What is to be connected?</h2>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-4 lg:grid-cols-8">
        {groups.map(({ group, fixture }) => (
          <button
            key={group}
            type="button"
            className="button flex-col gap-1 px-1 py-2 text-center text-small leading-tight"
            onClick={() => open({ preset: group })}
          >
            <FixtureGlyph fixture={fixture} />
            {group}
          </button>
        ))}
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <span className="text-small text-quiet">A whole room:</span>
        {templates.map(({ id, label }) => (
          <button key={id} type="button" className="button" onClick={() => open({ template: id })}>
            {label}
          </button>
        ))}
      </p>
    </>
  );
}
