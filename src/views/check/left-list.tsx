import type { LeftCode, Owed } from "../../core/situation/index.ts";
import { TextField } from "../../ui/field.tsx";
import { LEFT_WORDS } from "../../words/left.ts";

interface LeftListProps {
  readonly owed: readonly Owed[];
  readonly reasons: Readonly<Partial<Record<LeftCode, string>>>;
  readonly onReason: (code: LeftCode, reason: string) => void;
  readonly onSettled: (owed: Owed) => void;
}

/** Everything this fixture's work shut, opened, unplugged or switched off and did not undo: settled by a tap, or left with a reason that stands on the record. */
export function LeftList({ owed, reasons, onReason, onSettled }: LeftListProps) {
  if (owed.length === 0) return null;
  return (
    <fieldset className="w-full border-l-8 border-work bg-work-wash px-3 py-2" data-left="">
      <legend className="sr-only">Left as it stands</legend>
      <p className="font-bold">Left as it stands</p>
      <p className="text-small">Settle each, or say why it stays so: the reason stands on the record.</p>
      <ul className="mt-1">
        {owed.map((each) => (
          <li
            key={`${each.code} ${each.step.id}`}
            className="flex flex-wrap items-end gap-x-3 gap-y-1 border-t border-hairline py-2"
            data-left-code={each.code}
          >
            <strong className="min-w-48 self-center">{LEFT_WORDS[each.code].state}</strong>
            <button type="button" className="button" onClick={() => onSettled(each)}>
              {LEFT_WORDS[each.code].settled}
            </button>
            <TextField
              label="or why it stays so"
              className="min-w-48 grow"
              value={reasons[each.code] ?? ""}
              required
              maxLength={500}
              onChange={(reason) => onReason(each.code, reason)}
            />
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
