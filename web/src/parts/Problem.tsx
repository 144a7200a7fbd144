import type { Problem } from "../api/client";

/** What went wrong: field, value and mend, line by line. */
export function ProblemList({ problem }: { problem: Problem }) {
  const hidden = (problem.more.errorCount ?? problem.faults.length) - problem.faults.length;
  return (
    <div role="alert" className="rounded-xl border-2 border-ember bg-ember-wash p-3">
      <p className="font-semibold">{problem.title}</p>
      {problem.faults.length > 0 && (
        <ul className="mt-2 max-h-64 space-y-1.5 overflow-y-auto text-[14px]">
          {problem.faults.map((f) => (
            <li key={`${f.field}${f.value}`}>
              <span className="font-semibold">{f.field}</span> <q className="break-all">{f.value}</q>.{" "}
              {f.mend}
            </li>
          ))}
        </ul>
      )}
      {hidden > 0 && <p className="mt-1 text-[14px]">And {hidden} more.</p>}
    </div>
  );
}
