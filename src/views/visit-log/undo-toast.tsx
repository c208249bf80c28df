import * as Toast from "@radix-ui/react-toast";

/** How long it stays, ms: longer where somebody points at it or has it in focus. */
const STAYS_MS = 8000;

interface UndoToastProps {
  /** What was done, in a word or two. */
  readonly done: string;
  readonly onUndo: () => void;
  readonly onClose: () => void;
}

/** Says what was just done and takes it back with one tap; key F8 goes to it. Loaded when something has been done. */
export function UndoToast({ done, onUndo, onClose }: UndoToastProps) {
  return (
    <Toast.Provider swipeDirection="up" duration={STAYS_MS} label="Just done">
      <Toast.Root
        className="toast"
        open
        onOpenChange={(isOpen) => {
          if (!isOpen) onClose();
        }}
      >
        <Toast.Title className="min-w-0 flex-1 font-bold first-letter:uppercase">{done}</Toast.Title>
        <Toast.Action className="button" altText={`Undo: ${done}`} onClick={onUndo}>
          Undo
        </Toast.Action>
        <Toast.Close className="button px-3" aria-label="Close">
          ✕
        </Toast.Close>
      </Toast.Root>
      <Toast.Viewport className="toasts no-print" />
    </Toast.Provider>
  );
}
