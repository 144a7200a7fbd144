import type { Schema } from "../api/client";
import { useWrite, write } from "../units/units";

/** How many ways there are of things: said so that it can be read. */
function ways(things: number): string {
  const count = 2 ** things;
  if (count < 10_000) return `${count}`;
  if (count < 1e6) return `${write(count / 1000)} thousand`;
  if (count < 1e9) return `${write(count / 1e6, 1)} million`;
  return `2 to the power of ${things}`;
}

/** What was done to be sure; of the lightest with what it adds, which nothing lighter does or little could. */
export function Proof({ proof, lightestG }: { proof: Schema["ChoiceProof"]; lightestG: number | null }) {
  const w = useWrite();
  const least = proof.leastG && Math.round(proof.leastG);
  const saved = least && lightestG != null ? Math.round(lightestG) - least : 0;
  const seconds = proof.seconds < 0.95 ? write(proof.seconds, 1) : write(proof.seconds);
  const looked = `${proof.replayed} ${proof.replayed === 1 ? "trip" : "trips"} replayed with the frost, ${proof.laid + proof.nodes} places of the search looked at, in ${seconds} s`;
  return (
    <p className="text-[14px] text-soft">
      {proof.proven
        ? `${lightestG != null ? "Nothing lighter holds: proven" : "Proven"} over ${ways(proof.things)} ways; ${looked}.`
        : `Not proven yet${least ? `: nothing under ${w.mass(least)} holds` : ""}${saved > 0 ? `, so ${w.mass(saved)} could be saved at most` : ""}; ${looked}.`}{" "}
      What is ruled out unseen loses too much heat even dry, and in the same bags and covers frost is taken to
      cost at least three quarters of what it was seen to, less where a trip showed that it can.
    </p>
  );
}
