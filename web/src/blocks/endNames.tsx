import { setSessionField } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { KIND_WORDS } from "@mossy/core/session/kind";
import type { Workpiece } from "../documents/workpiece.ts";
import { TextField } from "../ui/textField.tsx";

/** What the ends of a block are called: that is what is asked for where it is put in. */
export function EndNames({ session, work }: { session: Session; work: Workpiece | null }) {
  return (
    <section aria-labelledby="ends" className="border-t border-line p-4">
      <h2 id="ends" className="text-sm font-semibold">
        Its ends
      </h2>
      <p className="pb-2 text-sm text-ink-2">
        Paths that stand for what is outside. They are never put in, but joined to what stands there; an end
        goes when its track is taken out.
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-3">
        {session.ends.map((e) => {
          const t = session.tracks.find((x) => x.id === e.track);
          return (
            <TextField
              key={e.track}
              label={t ? `${t.name}, ${KIND_WORDS[t.kind]}` : "a track that is gone"}
              readOnly={!work}
              value={e.name}
              onSet={(name) => {
                if (name === "") return;
                const ends = session.ends.map((x) =>
                  x.track === e.track ? { ...x, name: name.slice(0, 60) } : x,
                );
                work?.edit([setSessionField(session, "ends", ends)], `call an end ${name}`);
              }}
            />
          );
        })}
      </div>
    </section>
  );
}
