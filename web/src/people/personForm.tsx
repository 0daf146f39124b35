import type { PersonRight } from "@mossy/contract/people";
import type { RoomCard } from "@mossy/contract/rooms";
import { useState } from "react";
import { LongList } from "../ui/longList.tsx";
import { FindField } from "../ui/findField.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";

/** What a lead says of somebody. */
export interface PersonWish {
  readonly name: string;
  readonly right: PersonRight;
  /** Null for all. */
  readonly rooms: string[] | null;
}

const RIGHTS = [
  ["lead", "Lead"],
  ["engineer", "Engineer"],
  ["assistant", "Assistant"],
] as const;
const MAY: Readonly<Record<PersonRight, string>> = {
  lead: "Everything: house style, library, rooms, people.",
  engineer: "Reads the house; starts, sends, hands in, puts right and closes sessions in their rooms.",
  assistant: "Reads the house; starts, sends, hands in and puts right in their rooms.",
};

interface FieldsOfPerson {
  readonly wish: PersonWish;
  readonly rooms: readonly RoomCard[];
  readonly onChange: (wish: PersonWish) => void;
}

/** Name, right and rooms of somebody. */
export function PersonFields({ wish, rooms, onChange }: FieldsOfPerson) {
  const { right } = wish;
  return (
    <>
      <Field label="Name">
        <Input
          small
          required
          maxLength={80}
          value={wish.name}
          onChange={(e) => onChange({ ...wish, name: e.target.value })}
        />
      </Field>
      <div className="flex flex-col gap-1">
        <span className="text-xs font-semibold text-ink-2">May do</span>
        <Choice
          label="May do"
          value={right}
          choices={RIGHTS}
          onChoose={(r) => onChange({ ...wish, right: r })}
        />
        <span className="text-xs text-ink-3">{MAY[right]}</span>
      </div>
      {right !== "lead" && <RoomTicks wish={wish} rooms={rooms} onChange={onChange} />}
    </>
  );
}

function RoomTicks({ wish, rooms, onChange }: FieldsOfPerson) {
  const some = wish.rooms;
  const toggle = (room: string, on: boolean): void =>
    onChange({ ...wish, rooms: on ? [...(some ?? []), room] : (some ?? []).filter((r) => r !== room) });
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="pb-1 text-xs font-semibold text-ink-2">Works in</legend>
      <Choice
        label="Works in"
        value={some === null ? "all" : "some"}
        choices={[
          ["all", "All rooms"],
          ["some", "Some"],
        ]}
        onChoose={(which) => onChange({ ...wish, rooms: which === "all" ? null : (some ?? []) })}
      />
      {some !== null && <RoomBoxes rooms={rooms} ticked={some} onToggle={toggle} />}
    </fieldset>
  );
}

/** More rooms than one runs through: they are looked for. */
const MANY = 12;

function RoomBoxes({
  rooms,
  ticked,
  onToggle,
}: {
  rooms: FieldsOfPerson["rooms"];
  ticked: readonly string[];
  onToggle: (room: string, on: boolean) => void;
}) {
  const [text, setText] = useState("");
  const many = rooms.length > MANY;
  const wanted = text.trim().toLowerCase();
  const shown = rooms.filter((r) => r.room.name.toLowerCase().includes(wanted));
  return (
    <>
      {many && <FindField label="Find a room" value={text} onFind={setText} />}
      <div className={many ? "h-56 overflow-y-auto rounded-md border border-line px-2.5 py-1" : "pt-1"}>
        <LongList items={shown} keyOf={(r) => r.id} height={28}>
          {(r) => (
            <label className="flex items-center gap-2 py-1 text-sm">
              <input
                type="checkbox"
                checked={ticked.includes(r.id)}
                onChange={(e) => onToggle(r.id, e.target.checked)}
              />
              {r.room.name}
              {r.retiredAt !== null && <span className="text-ink-3">retired</span>}
            </label>
          )}
        </LongList>
        {shown.length === 0 && rooms.length > 0 && (
          <p className="text-sm text-ink-2">No room is called that.</p>
        )}
      </div>
      {rooms.length === 0 && <p className="text-sm text-ink-2">There are no rooms yet.</p>}
      {rooms.length > 0 && ticked.length === 0 && (
        <p className="text-sm text-ink-2">In no room: they look, and change nothing.</p>
      )}
      {many && ticked.length > 0 && <p className="text-sm text-ink-2">{ticked.length} ticked.</p>}
    </>
  );
}
