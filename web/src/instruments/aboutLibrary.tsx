import { RECORDED } from "@mossy/core/instruments/library";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button } from "../ui/button.tsx";
import { Chooser, named } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { Trouble } from "../ui/states.tsx";
import { TextField } from "../ui/textField.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import type { LibraryView } from "./work.ts";

/** What is said of a library as a whole: its name, its code in names, who made it, where it lies. */
export function AboutLibrary({
  style,
  library,
  change,
  id,
  gone,
}: LibraryView & { id: string; gone: boolean }) {
  const set = (fields: Partial<SampleLibrary>, label: string): void => {
    change?.({ ...library, ...fields }, label);
  };
  const readOnly = change === null;
  const codes = style.house.words.positions.filter((p) => p.group === "maker");
  return (
    <div className="grid h-full min-h-0 grid-cols-2 gap-4 overflow-y-auto max-[900px]:grid-cols-1">
      <section aria-label="About it" className="card flex flex-col gap-3 self-start p-4">
        <TextField
          label="What it is called"
          value={library.name}
          readOnly={readOnly}
          onSet={(name) => set({ name: name.slice(0, 80) }, "name")}
        />
        <TextField
          label="Maker"
          value={library.maker}
          readOnly={readOnly}
          onSet={(maker) => set({ maker: maker.slice(0, 80) }, "maker")}
        />
        <Chooser
          label="Code in names"
          value={library.code}
          options={codes.map((p) => [p.id, `${p.short}, ${p.name}`] as const)}
          none="none"
          hint="Codes of makers stand in the house's words, beside roles."
          onChoose={change && ((code) => set({ code }, "code"))}
        />
        <TextField
          label="Issue, as its maker counts"
          value={library.issue}
          readOnly={readOnly}
          onSet={(issue) => set({ issue: issue.slice(0, 40) }, "issue")}
        />
        <Chooser
          label="Players were recorded"
          value={library.recorded}
          options={RECORDED.map((r) => [r, r] as const)}
          onChoose={
            change &&
            ((said) =>
              set(
                { recorded: RECORDED.find((r) => r === said) ?? library.recorded },
                "where it was recorded",
              ))
          }
        />
        <TextField
          label="Microphone positions, parted by commas"
          value={library.microphones.join(", ")}
          readOnly={readOnly}
          onSet={(said) => {
            const microphones = said
              .split(",")
              .map((m) => m.trim())
              .filter((m) => m !== "");
            set({ microphones }, "microphone positions");
          }}
        />
        <NumberField
          label="Licences: on how many computers at once"
          value={library.licences === null ? "" : String(library.licences)}
          hint="A whole number from 1, or nothing where it does not matter."
          placeholder="any number"
          readOnly={readOnly}
          onSet={(said) => {
            const licences = said.trim() === "" ? null : Number(said);
            if (licences !== null && (!Number.isInteger(licences) || licences < 1 || licences > 10_000))
              return false;
            set({ licences }, "licences");
            return true;
          }}
        />
      </section>
      <div className="flex flex-col gap-4">
        <Places library={library} set={change && set} />
        <PutAway id={id} gone={gone} name={library.name} />
      </div>
    </div>
  );
}

/** In which rooms it lies, and where there. */
function Places({
  library,
  set,
}: {
  library: SampleLibrary;
  set: ((fields: Partial<SampleLibrary>, label: string) => void) | null;
}) {
  const { data } = useQuery(queries.rooms);
  const rooms = data?.rooms ?? [];
  const at = new Map(library.places.map((p) => [p.id, p.at]));
  const names = named(rooms.map((r) => ({ id: r.id, name: r.room.name })));
  const put = (room: string, where: string | null): void => {
    const others = library.places.filter((p) => p.id !== room);
    set?.({ places: where === null ? others : [...others, { id: room, at: where }] }, "where it lies");
  };
  const over = library.licences !== null && library.places.length > library.licences;
  return (
    <section aria-label="Where it lies" className="card flex flex-col gap-2 p-4">
      <h2 className="font-semibold">Where it lies</h2>
      {over && (
        <p className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          It lies in {library.places.length} rooms and may be used in {library.licences} at once.
        </p>
      )}
      {names.map(([room, name]) => {
        const where = at.get(room);
        return (
          <div key={room} className="flex min-h-9 flex-wrap items-center gap-3">
            <label className="flex w-44 items-center gap-2">
              <input
                type="checkbox"
                disabled={!set}
                checked={where !== undefined}
                onChange={(e) => put(room, e.target.checked ? "" : null)}
              />
              {name}
            </label>
            {where !== undefined && (
              <span className="min-w-48 flex-1">
                <TextField
                  label={`Folder in ${name}`}
                  mono
                  value={where}
                  readOnly={!set}
                  onSet={(said) => put(room, said.slice(0, 300))}
                />
              </span>
            )}
          </div>
        );
      })}
    </section>
  );
}

function PutAway({ id, gone, name }: { id: string; gone: boolean; name: string }) {
  const may = useMe()?.right !== "assistant";
  const put = useMutation({
    mutationFn: () => ask("putAwayLibrary", { library: id }, { gone: !gone }),
    onSuccess: () => {
      void queryClient.invalidateQueries({ queryKey: ["sample-library", id] });
      mention(gone ? `“${name}” is in use again.` : `“${name}” is put away. Bring it back here.`);
    },
  });
  if (!may) return null;
  return (
    <section aria-label="Put away" className="card flex flex-col items-start gap-2 p-4">
      <h2 className="font-semibold">{gone ? "It is put away" : "No longer used?"}</h2>
      <p className="text-sm text-ink-2">
        {gone
          ? "Nothing of it is found or offered, and it cannot be changed, until it is brought back."
          : "Put away it is found and offered no more; what is known of it is kept."}
      </p>
      <Button small disabled={put.isPending} onClick={() => put.mutate()}>
        {gone ? "Bring it back" : "Put it away"}
      </Button>
      <Trouble error={put.error} />
    </section>
  );
}
