import { useEffect, useState } from "react";
import { v4 as uuid } from "uuid";
import type { PresetGroup } from "../../core/opening/index.ts";
import type { VisitTemplate } from "../../core/survey/index.ts";
import { FixtureGlyph } from "../../drawing/fixture-glyph.tsx";
import { SelectField, TextField } from "../../ui/field.tsx";
import { queuesHere } from "../visit-log/other-visits.ts";
import { type BegunHere, begunHere } from "./begun-here.ts";
import { type KnownSite, MOST } from "./opening-fields.ts";

interface ChooseOpeningProps {
  readonly groups: readonly PresetGroup[];
  readonly templates: readonly VisitTemplate[];
  readonly sites: readonly KnownSite[];
}

/** What is to be connected and where, with what this device knows; and the visits begun here before. */
export function ChooseOpening({ groups, templates, sites }: ChooseOpeningProps) {
  const [site, setSite] = useState(sites[0]?.siteId ?? "");
  const [siteName, setSiteName] = useState("");
  const [place, setPlace] = useState("");
  const [begun, setBegun] = useState<readonly BegunHere[]>([]);
  useEffect(() => {
    queuesHere().then(
      (queues) => setBegun(queues.flatMap(({ visitId, waiting }) => begunHere(visitId, waiting) ?? [])),
      // A browser that keeps nothing holds nothing.
      () => setBegun([]),
    );
  }, []);
  const texts = [
    { label: "Or a new site", value: siteName, most: MOST.siteName, change: setSiteName },
    { label: "Room", value: place, most: MOST.place, change: setPlace },
  ];
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
        <SelectField
          label="A known site"
          options={[
            ...sites.map(
              ({ siteId, site: { name, address } }) =>
                [siteId, [name, address].filter(Boolean).join(", ")] as const,
            ),
            ["", "none of these"] as const,
          ]}
          value={site}
          onChange={setSite}
        />
        {texts.map(({ label, value, most, change }) => (
          <TextField key={label} label={label} value={value} maxLength={most} onChange={change} />
        ))}
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
