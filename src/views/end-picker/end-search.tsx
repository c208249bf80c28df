import { useCombobox } from "downshift";
import { useMemo, useState } from "react";
import { type EndCode, searchEnds } from "../../core/end/index.ts";
import type { EndChoice } from "../../drawing/end-choice.ts";

interface EndSearchProps {
  readonly label: string;
  /** In the order in which equally good ones are wanted. */
  readonly ends: readonly EndChoice[];
  readonly onChoose: (code: EndCode) => void;
}

/** Ends listed at once: more than fit a screen help nobody. */
const MOST_LISTED = 40;

/** One line to find an end by what people call it, with what was found under it. */
export function EndSearch({ label, ends, onChoose }: EndSearchProps) {
  const [typed, setTyped] = useState("");
  const searchable = useMemo(() => ends.map((end) => ({ ...end, text: `${end.name} ${end.words}` })), [ends]);
  const found = useMemo(() => searchEnds(searchable, typed), [searchable, typed]);
  const listed = found.slice(0, MOST_LISTED);
  const { isOpen, getLabelProps, getInputProps, getMenuProps, getItemProps, highlightedIndex } = useCombobox({
    items: listed,
    selectedItem: null,
    defaultHighlightedIndex: 0,
    itemToString: (end) => end?.name ?? "",
    // Nothing stays selected here, so no change of what is selected may rewrite the line.
    itemToKey: () => "",
    onInputValueChange: ({ inputValue }) => setTyped(inputValue),
    onSelectedItemChange: ({ selectedItem }) => selectedItem && onChoose(selectedItem.code),
    // What was chosen stands in the picker: the line is empty again for the next search.
    stateReducer: (_, { changes }) =>
      changes.selectedItem ? { ...changes, inputValue: "", isOpen: false } : changes,
  });
  const { htmlFor: labelFor, id: labelId } = getLabelProps();
  return (
    <div className="relative">
      <label className="block text-small text-quiet" htmlFor={labelFor} id={labelId}>
        {label}
      </label>
      <input
        className="field"
        placeholder="3/8 comp, FIP, garden hose, half inch"
        {...getInputProps({
          // Enter chooses here; it never sends the form around the picker.
          onKeyDown: (event) => event.key === "Enter" && event.preventDefault(),
        })}
      />
      <ul
        {...getMenuProps()}
        className={
          isOpen
            ? "absolute inset-x-0 z-30 max-h-80 overflow-y-auto border-2 border-ink bg-sheet"
            : "absolute"
        }
      >
        {isOpen &&
          listed.map((end, index) => (
            <li
              key={end.code}
              {...getItemProps({ item: end, index })}
              className={`flex min-h-touch cursor-pointer flex-wrap items-center justify-between gap-x-3 border-t border-hairline px-3 py-1 first:border-0 ${
                index === highlightedIndex ? "bg-work-wash" : ""
              }`}
            >
              {end.name} <span className="figure text-tiny text-quiet">{end.code}</span>
            </li>
          ))}
        {isOpen && found.length > listed.length && (
          <li className="border-t border-hairline px-3 py-2 text-quiet">
            {found.length - listed.length} more: add a word.
          </li>
        )}
        {isOpen && found.length === 0 && (
          <li className="px-3 py-2 text-quiet">
            No end is called that. Try the size or the kind alone, or identify the end.
          </li>
        )}
      </ul>
    </div>
  );
}
