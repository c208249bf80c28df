import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { useLayoutEffect, useRef, useState } from "react";

export interface WeekVisit {
  readonly id: string;
  readonly title: string;
  readonly site: string;
  readonly from: string;
  readonly until: string | null;
  readonly isDone: boolean;
  readonly isUnplanned: boolean;
  readonly overlaps: boolean;
}

export interface WeekDay {
  readonly day: string;
  /** "Mon 30 Nov" */
  readonly label: string;
  readonly isToday: boolean;
  readonly visits: readonly WeekVisit[];
  readonly busy: readonly { readonly from: string; readonly until: string; readonly summary: string }[];
}

/** Pixels a pointer moves before a press becomes a drag: a tap still opens the visit. */
const DRAG_PX = 6;
/** Between the day and the visit in a place's name. */
const MARK = "~";

function Ticket({ visit, day }: { readonly visit: WeekVisit; readonly day: string }) {
  const drag = useDraggable({ id: visit.id, data: { title: visit.title } });
  const drop = useDroppable({ id: `${day}${MARK}${visit.id}` });
  const { transform, node } = drag;
  // Set by script: the content security policy lets no style attribute in.
  useLayoutEffect(() => {
    if (node.current)
      node.current.style.transform = transform ? `translate(${transform.x}px, ${transform.y}px)` : "";
  }, [node, transform]);
  return (
    <li ref={drop.setNodeRef} className={drop.isOver ? "border-b-4 border-work" : ""}>
      <article
        ref={drag.setNodeRef}
        className={`relative border-2 px-2 py-1 ${drag.isDragging ? "z-10 border-ink" : "border-hairline"} ${visit.isDone ? "border-dashed bg-paper" : "bg-sheet"}`}
      >
        <p className="figure text-small">
          {visit.from}
          {visit.until !== null && ` to ${visit.until}`}
          {visit.isDone && <span className="text-quiet"> signed</span>}
          {visit.isUnplanned && <span className="text-quiet"> no plan yet</span>}
        </p>
        <a
          href={`/visits/${visit.id}`}
          className="flex min-h-touch flex-col justify-center no-underline hover:underline"
        >
          <strong>{visit.title}</strong>
          <span className="text-tiny text-quiet">{visit.site}</span>
        </a>
        {visit.overlaps && (
          <p className="text-tiny font-bold text-wet-ink">begins before the one above is done</p>
        )}
        <button
          type="button"
          className="min-h-touch w-full cursor-grab touch-none text-left text-tiny underline"
          {...drag.listeners}
          {...drag.attributes}
          aria-label={`Move ${visit.title}`}
        >
          Move
        </button>
      </article>
    </li>
  );
}

function Day({ day }: { readonly day: WeekDay }) {
  const drop = useDroppable({ id: `${day.day}${MARK}` });
  return (
    <section
      aria-label={day.label}
      className={`min-w-0 ${day.isToday ? "border-t-4 border-metal" : "border-t-2 border-rule"}`}
    >
      <h2 ref={drop.setNodeRef} className={`py-1 text-small ${drop.isOver ? "bg-work-wash" : ""}`}>
        {day.label}
        {day.isToday && <span className="text-quiet"> today</span>}
      </h2>
      <ul className="grid gap-2">
        {day.busy.map(({ from, until, summary }) => (
          <li key={`${from} ${summary}`} className="notice text-small text-quiet">
            <span className="figure">
              {from} to {until}
            </span>{" "}
            {summary}
          </li>
        ))}
        {day.visits.map((visit) => (
          <Ticket key={visit.id} visit={visit} day={day.day} />
        ))}
        {day.visits.length === 0 && day.busy.length === 0 && <li className="text-small text-quiet">free</li>}
      </ul>
    </section>
  );
}

/** Tells a screen reader what a drag does. */
const said = (days: readonly WeekDay[]) => {
  const nameOf = (id: unknown) => {
    const [day, visit] = String(id).split(MARK);
    const own = days.find((each) => each.day === day);
    const behind = own?.visits.find((each) => each.id === visit);
    return own === undefined
      ? ""
      : behind === undefined
        ? `first on ${own.label}`
        : `${own.label}, behind ${behind.title}`;
  };
  return {
    onDragStart: () => "Picked up. Arrow keys move, Space drops, Escape leaves it.",
    onDragOver: ({ over }: { over: { id: unknown } | null }) =>
      over ? `Over ${nameOf(over.id)}` : "Over nothing",
    onDragEnd: ({ over }: { over: { id: unknown } | null }) =>
      over ? `Dropped: ${nameOf(over.id)}` : "Left where it was",
    onDragCancel: () => "Left where it was",
  };
};

/** A week of visits, moved by pointer or keys; the server works out the time and the page comes again. */
export function WeekBoard({ days, action }: { readonly days: readonly WeekDay[]; readonly action: string }) {
  const form = useRef<HTMLFormElement>(null);
  const [move, setMove] = useState({ visit: "", day: "", after: "" });
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_PX } }),
    useSensor(KeyboardSensor),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const [day = "", after = ""] = String(over.id).split(MARK);
    const visit = String(active.id);
    if (after === visit) return;
    setMove({ visit, day, after });
    // The fields are filled once React has drawn them.
    requestAnimationFrame(() => form.current?.requestSubmit());
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop} accessibility={{ announcements: said(days) }}>
      <form ref={form} method="post" action={action} hidden>
        <input type="hidden" name="visit" value={move.visit} readOnly />
        <input type="hidden" name="day" value={move.day} readOnly />
        <input type="hidden" name="after" value={move.after} readOnly />
      </form>
      <div className="mt-4 grid gap-4 lg:grid-cols-7 lg:gap-2">
        {days.map((day) => (
          <Day key={day.day} day={day} />
        ))}
      </div>
    </DndContext>
  );
}
