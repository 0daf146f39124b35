import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { arrange } from "@mossy/core/sheet/arrange";
import { useMemo } from "react";
import { Button } from "../ui/button.tsx";
import { ChangeList } from "./changeList.tsx";
import type { Desk } from "./desk.ts";

/** Arranging by the house: the moves first, then done in one go. */
export function ArrangePanel({ style, session, desk, onDone }: { style: Style; session: Session; desk: Desk; onDone: () => void }) {
  const changes = useMemo(() => arrange(style, session), [style, session]);
  const said = useMemo(() => inWords(session, apply(session, changes), changes).filter((s) => s.what !== "feeds"), [session, changes]);
  return (
    <section aria-label="Arrange by the house" className="card flex min-h-0 flex-col gap-3 p-3.5">
      <div><h2 className="font-semibold">Arrange by the house</h2><p className="text-sm text-ink-2">{said.length === 0 ? "Every track stands where the house wants it." : "Folders and order as the house style has them. Names and colours stay; feeds go along."}</p></div>
      {said.length > 0 && <div className="min-h-0 flex-1 overflow-y-auto"><ChangeList said={said} narrow /></div>}
      <div className="flex gap-2">{said.length > 0 && <Button look="main" onClick={() => { desk.edit(changes, "arrange by the house"); onDone(); }}>Do these {said.length}</Button>}<Button onClick={onDone}>{said.length === 0 ? "Good" : "Cancel"}</Button></div>
    </section>
  );
}
