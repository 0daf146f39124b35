import { heldOf } from "@mossy/contract/heldSound";
import { changeItem, itemWith } from "@mossy/core/items/lay";
import type { Session, Track } from "@mossy/core/session/document";
import type { Item } from "@mossy/core/session/item";
import { useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { ItemForm } from "./itemForm.tsx";
import { SoundPicker } from "./soundPicker.tsx";

/** One item of a track, to be set; another sound is found for it where it stands. */
export function OneItem({
  session,
  track: t,
  item: i,
  work,
}: {
  session: Session;
  track: Track;
  item: Item;
  work: Workpiece;
}) {
  const [another, setAnother] = useState(false);
  const become = (to: Item, label: string): void => {
    work.edit([changeItem(t, i.id, to)], label);
  };
  return (
    <>
      <ItemForm
        session={session}
        colour={t.colour}
        item={i}
        onChange={(fields) => become(itemWith(i, fields), "item")}
        onBecome={become}
        onAnother={() => setAnother(true)}
      />
      {another && (
        <SoundPicker
          onPick={(sound) => {
            setAnother(false);
            become({ ...i, holds: heldOf(sound) }, "another sound");
          }}
          onLeave={() => setAnother(false)}
        />
      )}
    </>
  );
}
