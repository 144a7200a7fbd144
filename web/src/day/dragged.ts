/** Follows a pointer until it is lifted. `moved` says whether it went further than a press. */
export function dragged(
  start: { clientX: number; clientY: number },
  on: { move: (dx: number) => void; end: (moved: boolean) => void },
) {
  let moved = false;
  const onMove = (e: PointerEvent) => {
    if (!moved && Math.hypot(e.clientX - start.clientX, e.clientY - start.clientY) < 5) return;
    moved = true;
    on.move(e.clientX - start.clientX);
  };
  const onEnd = () => {
    removeEventListener("pointermove", onMove);
    removeEventListener("pointerup", onEnd);
    removeEventListener("pointercancel", onEnd);
    on.end(moved);
  };
  addEventListener("pointermove", onMove);
  addEventListener("pointerup", onEnd);
  addEventListener("pointercancel", onEnd);
}
