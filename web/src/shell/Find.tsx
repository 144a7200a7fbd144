import { Command } from "cmdk";
import { useNavigate } from "react-router";
import { Sheet } from "../parts/Sheet";
import { useGo, useHomeTrip } from "../state/trip";
import { useWorkspace } from "../state/workspace";
import { kinds } from "../units/words";
import { stations } from "./Rail";

/** Finds stations, trips, nights and things by name. */
export function Find(props: { open: boolean; onClose: () => void }) {
  const { trips, items } = useWorkspace();
  const navigate = useNavigate();
  const go = useGo();
  const home = useHomeTrip();
  const row =
    "flex min-h-11 cursor-pointer items-center gap-3 rounded-lg px-2.5 data-[selected=true]:bg-ice-wash sm:min-h-9";
  const pick = (act: () => void) => () => {
    props.onClose();
    act();
  };
  return (
    <Sheet open={props.open} onClose={props.onClose} title="Find">
      <Command label="Find anything">
        <Command.Input
          autoFocus
          placeholder="A thing, a camp, a trip, a station"
          className="min-h-11 w-full rounded-lg border border-edge/60 bg-card px-3"
        />
        <Command.List className="mt-2 max-h-[55vh] overflow-y-auto">
          <Command.Empty className="p-3 text-soft">Nothing of that name.</Command.Empty>
          {stations.map((s) => (
            <Command.Item
              key={s.id}
              value={`station ${s.name}`}
              className={row}
              onSelect={pick(() => go.station(s.id))}
            >
              {s.name} <span className="ml-auto text-soft">station</span>
            </Command.Item>
          ))}
          <Command.Item
            value="take it along cards print trip book phone"
            className={row}
            onSelect={pick(() => go.station("take"))}
          >
            Take it along <span className="ml-auto text-soft">cards, sheet, trip book</span>
          </Command.Item>
          <Command.Item
            value="rehearse an evening play practise group"
            className={row}
            onSelect={pick(() => go.station("rehearse"))}
          >
            Rehearse an evening <span className="ml-auto text-soft">choices, and what they are worth</span>
          </Command.Item>
          <Command.Item
            value="teach leader lesson quiz list and reason borrow children"
            className={row}
            onSelect={pick(() => go.station("teach"))}
          >
            Teach <span className="ml-auto text-soft">lists and reasons, lesson, quiz</span>
          </Command.Item>
          <Command.Item
            value="keep and move backup copy restore archive health"
            className={row}
            onSelect={pick(() => navigate("/keep"))}
          >
            Keep and move <span className="ml-auto text-soft">copies, health</span>
          </Command.Item>
          {Object.values(trips).flatMap((t) =>
            t.nights.map((n, i) => (
              <Command.Item
                key={n.id}
                value={`${t.name} night ${i + 1} ${n.camp}`}
                className={row}
                onSelect={pick(() => navigate(`/trips/${t.id}/night/${i + 1}`))}
              >
                {n.camp || `Night ${i + 1}`}
                <span className="ml-auto text-soft">
                  {t.name}, night {i + 1}
                </span>
              </Command.Item>
            )),
          )}
          {Object.values(items).map((item) => (
            <Command.Item
              key={item.id}
              value={`${item.name} ${kinds[item.kind]} ${item.id}`}
              className={row}
              onSelect={pick(() => navigate(`/trips/${home ?? "none"}/kit?thing=${item.id}`))}
            >
              {item.name} <span className="ml-auto text-soft">{kinds[item.kind]}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Sheet>
  );
}
