import { Sheet } from "../parts/Sheet";
import { useGo } from "../state/trip";
import { TripForm } from "./TripForm";

/** A trip begins with its nights; everything else is edited where it shows. */
export function NewTrip(props: { open: boolean; onClose: () => void }) {
  const go = useGo();
  return (
    <Sheet open={props.open} onClose={props.onClose} title="New trip">
      <TripForm
        press="Lay it out"
        onLaid={(trip) => {
          props.onClose();
          go.trip(trip.id);
        }}
      />
    </Sheet>
  );
}
