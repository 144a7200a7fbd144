import { useWorkspace } from "../state/workspace";

/** What is pinned and what stays at home, each taken back in a press. */
export function Wishes(props: {
  pinned: string[];
  leftAtHome: string[];
  onUnpin: (id: string) => void;
  onBack: (id: string) => void;
}) {
  const items = useWorkspace((s) => s.items);
  if (props.pinned.length + props.leftAtHome.length === 0) return null;
  const chip = "min-h-11 rounded-full border px-3 sm:min-h-8";
  return (
    <p className="flex flex-wrap items-center gap-1.5 text-[14px] print:hidden">
      {props.pinned.map((id) => (
        <button key={id} type="button" className={`${chip} border-ice`} onClick={() => props.onUnpin(id)}>
          pinned: {items[id]?.name} ×
        </button>
      ))}
      {props.leftAtHome.map((id) => (
        <button
          key={id}
          type="button"
          className={`${chip} border-edge text-soft`}
          onClick={() => props.onBack(id)}
        >
          at home: {items[id]?.name} ×
        </button>
      ))}
    </p>
  );
}

/** Pins a chosen thing, or leaves it at home. */
export function PinOrLeave(props: { pinned: boolean; onPin: () => void; onLeave: () => void }) {
  const press = "min-h-11 rounded px-2 underline sm:min-h-8";
  return (
    <span className="ml-auto flex gap-1 print:hidden">
      <button
        type="button"
        aria-pressed={props.pinned}
        className={`${press} aria-pressed:bg-ice-wash aria-pressed:font-semibold aria-pressed:no-underline`}
        onClick={props.onPin}
      >
        {props.pinned ? "pinned" : "pin"}
      </button>
      <button type="button" className={press} onClick={props.onLeave}>
        leave at home
      </button>
    </span>
  );
}
