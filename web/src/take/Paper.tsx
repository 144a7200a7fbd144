import { type ReactNode, useLayoutEffect, useRef } from "react";

/** What is written no smaller than this share of its size still reads by lamp. */
const smallest = 0.68;

/** A card of A6, black on white: what is on it reads by lamp and in any print. What is too much for it is written smaller, never cut off. */
export function Paper(props: {
  label: string;
  number: number;
  what: string;
  title: string;
  under: string;
  right?: ReactNode;
  foot: string;
  children: ReactNode;
}) {
  const written = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const shrink = () => {
      const inner = written.current;
      if (!inner) return;
      for (let size = 1; size >= smallest; size -= 0.02) {
        inner.style.zoom = `${size}`;
        if (inner.scrollHeight <= inner.clientHeight + 1) return;
      }
    };
    shrink();
    // Type that comes later is of another width.
    void document.fonts?.ready.then(shrink);
  });
  return (
    <article
      aria-label={props.label}
      data-card
      className="paper h-[148.5mm] w-[105mm] overflow-hidden bg-paper px-[5mm] pt-[4mm] pb-[3.5mm] font-sans text-[9pt] text-ink leading-[1.3]"
    >
      <div ref={written} className="flex h-full flex-col">
        <header className="flex items-start gap-[2.5mm] border-ink border-b-2 pb-[1mm]">
          <span className="font-display font-bold text-[26pt] leading-[0.9]">
            <span className="sr-only">{props.what} </span>
            {props.number}
          </span>
          <div className="min-w-0 grow">
            <h2 className="line-clamp-2 text-[11.5pt] leading-[1.1]">{props.title}</h2>
            <p className="text-[8pt]">{props.under}</p>
          </div>
          <div className="text-center">{props.right}</div>
        </header>
        {props.children}
        <p className="mt-auto pt-[1mm] text-[6.5pt] leading-[1.2]">{props.foot}</p>
      </div>
    </article>
  );
}
