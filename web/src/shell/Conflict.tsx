import { Button } from "../parts/Button";
import { useWorkspace } from "../state/workspace";

/** Two windows changed the same thing: nothing is overwritten until the person decides. */
export function Conflict() {
  const { problem, takeTheirs, keepMine } = useWorkspace();
  if (problem?.status !== 409) return null;
  const inUse = problem.faults.every((f) => f.field !== "version");
  return (
    <div
      role="alert"
      className="print:hidden flex flex-wrap items-center gap-3 border-ember border-b-2 bg-ember-wash px-5 py-2.5"
    >
      <p className="mr-auto">
        <b>{problem.title}</b> {problem.faults.map((f) => f.mend).join(" ")}
      </p>
      <Button onClick={() => void takeTheirs()}>
        {inUse ? "Leave it as it was" : "Take the other version"}
      </Button>
      {!inUse && (
        <Button look="strong" onClick={() => void keepMine()}>
          Keep mine
        </Button>
      )}
    </div>
  );
}
