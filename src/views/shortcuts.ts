/** Every keyboard shortcut of the product. None is a letter or a browser's or screen reader's own key. */
export const SHORTCUTS = [
  { key: "?", does: "Show these shortcuts", action: "help" },
  { key: "/", does: "Search", action: "search" },
  {
    key: "[",
    does: "Tab to the left: Survey, Hookup, Line, Run sheet, Leak check, Record",
    action: "tab-left",
  },
  { key: "]", does: "Tab to the right", action: "tab-right" },
  { key: ";", does: "Go to the next thing to do on this page", action: "next-thing" },
] as const;

export type ShortcutAction = (typeof SHORTCUTS)[number]["action"];
