import type { Schema } from "../api/client";
import { SleptMark } from "./SleptMark";
import { sleptMeans, slepts } from "./words";

type Slept = Schema["Slept"];

/** How a night was slept, in one press of a mitten. */
export function SleptButtons(props: { value: Slept | undefined; onChange: (slept: Slept) => void }) {
  return (
    <div className="grid grid-cols-5 gap-1.5">
      {(Object.keys(slepts) as Slept[]).map((slept) => (
        <button
          key={slept}
          type="button"
          aria-pressed={props.value === slept}
          className="flex min-h-24 min-w-0 flex-col items-center justify-center rounded-xl border border-edge/60 bg-card px-0.5 leading-tight aria-pressed:border-2 aria-pressed:border-ink aria-pressed:bg-ice-wash"
          onClick={() => props.onChange(slept)}
        >
          <SleptMark slept={slept} size={26} />
          <span className="mt-1 font-semibold max-sm:text-[14px]">{slepts[slept]}</span>
          <span className="text-[12px] text-soft max-sm:hidden">{sleptMeans[slept]}</span>
        </button>
      ))}
    </div>
  );
}
