import {
  addFolder,
  foldersInOrder,
  moveFolder,
  placeFolder,
  removeFolder,
  withFolder,
} from "@mossy/core/house/editFolders";
import { dress } from "@mossy/core/house/dress";
import { houseProblems } from "@mossy/core/house/house";
import type { FolderPlan, House } from "@mossy/core/house/house";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Session, Track } from "@mossy/core/session/document";
import { byId, depthOf } from "@mossy/core/session/routing";
import { inWords } from "@mossy/core/session/says";
import { ArrowDown, ArrowUp, GripVertical, IndentDecrease, IndentIncrease } from "lucide-react";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { RolePicker } from "../words/rolePicker.tsx";
import { Button } from "../ui/button.tsx";
import { BeforeAfter, Choice, Field, Pill, Select } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { ChipPick } from "../ui/chipPick.tsx";
import { roleLook } from "./roleLook.ts";
import { TextField } from "../ui/textField.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { useHouseWork } from "./work.ts";

const TOUCHES = ["place", "colour"] as const;

/** The folders a session should have and the order within, shown on a real template. */
export default function FoldersPage() {
  const { house, style, change } = useHouseWork();
  const [params, setParams] = useSearchParams();
  const rows = useMemo(() => foldersInOrder(house.folders), [house.folders]);
  const chosen = rows.find((r) => r.folder.role === params.get("line")) ?? rows[0];
  const { session, pick } = useSample();
  const [problem, setProblem] = useState<string | null>(null);
  const set = (next: House): void => {
    const [off] = houseProblems(next);
    setProblem(off ? `That does not work: ${off.message}.` : null);
    if (!off) change?.(next);
  };
  const role = chosen?.folder.role ?? "";
  useShortcuts(
    change
      ? [
          {
            keys: "Ctrl+ArrowUp",
            says: "Folder up",
            run: () => set(moveFolder(house, role, "up")),
          },
          {
            keys: "Ctrl+ArrowDown",
            says: "Folder down",
            run: () => set(moveFolder(house, role, "down")),
          },
          {
            keys: "Ctrl+ArrowRight",
            says: "Folder into the one before",
            run: () => set(moveFolder(house, role, "in")),
          },
          {
            keys: "Ctrl+ArrowLeft",
            says: "Folder out",
            run: () => set(moveFolder(house, role, "out")),
          },
        ]
      : [],
  );
  return (
    <div className="three h-full min-h-0 [--first:minmax(0,0.9fr)] [--beside:290px]">
      <section aria-label="Folders of a session" className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-2 border-b border-line px-3.5 py-2">
          <h2 className="font-semibold">Folders, in order</h2>
          <label className="ml-auto flex items-center gap-1.5 text-sm">
            made from{" "}
            <Select
              small
              disabled={!change}
              aria-label="Tracks from which a folder is made"
              value={house.folderFrom}
              onChange={(e) => set({ ...house, folderFrom: Number(e.target.value) })}
            >
              {[1, 2, 3, 4, 5, 6].map((n) => (
                <option key={n} value={n}>
                  {n}
                </option>
              ))}
            </Select>{" "}
            tracks on
          </label>
        </div>
        <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="Folder tree">
          {rows.map(({ folder, depth }) => (
            <FolderRow
              key={folder.role}
              house={house}
              style={style}
              folder={folder}
              depth={depth}
              chosen={folder.role === role}
              onChoose={() => {
                setProblem(null);
                setParams({ line: folder.role });
              }}
              onDrop={change ? (moved, where) => set(placeFolder(house, moved, where, folder.role)) : null}
            />
          ))}
        </ul>
        {change && (
          <div className="border-t border-line px-3.5 pb-2.5">
            <RolePicker
              style={style}
              label="Role that names a new folder"
              hint="A folder for…"
              say="Add"
              onChoose={(r) => {
                set(addFolder(house, r));
                setParams({ line: r });
              }}
            />
          </div>
        )}
      </section>
      <OnTemplate style={style} session={session} pick={pick} />
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {chosen && (
          <FolderPanel
            key={role}
            house={house}
            style={style}
            folder={chosen.folder}
            problem={problem}
            onChange={change ? set : null}
            onGone={() => setParams({})}
          />
        )}
        <WhatChanges session={session} pick={null} of={TOUCHES} />
      </aside>
    </div>
  );
}

const DRAGGED = "text/mossy-folder";

function FolderRow({
  house,
  style,
  folder,
  depth,
  chosen,
  onChoose,
  onDrop,
}: {
  house: House;
  style: Style;
  folder: FolderPlan;
  depth: number;
  chosen: boolean;
  onChoose: () => void;
  onDrop: ((moved: string, where: "before" | "into" | "after") => void) | null;
}) {
  const [over, setOver] = useState<"before" | "into" | "after" | null>(null);
  const members = [
    ...folder.families.map((id) => style.families.get(id)?.name ?? id),
    ...folder.roles.map((id) => style.reader.roles.get(id)?.name ?? id),
  ];
  const whereAt = (e: React.DragEvent): "before" | "into" | "after" => {
    const box = e.currentTarget.getBoundingClientRect();
    const y = (e.clientY - box.top) / box.height;
    return y < 0.3 ? "before" : y > 0.7 ? "after" : "into";
  };
  const look = roleLook(style, folder.role);
  return (
    <li
      draggable={onDrop !== null}
      onDragStart={(e) => {
        e.dataTransfer.setData(DRAGGED, folder.role);
        e.dataTransfer.effectAllowed = "move";
      }}
      onDragOver={(e) => {
        if (onDrop && e.dataTransfer.types.includes(DRAGGED)) {
          e.preventDefault();
          setOver(whereAt(e));
        }
      }}
      onDragLeave={() => setOver(null)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(null);
        onDrop?.(e.dataTransfer.getData(DRAGGED), whereAt(e));
      }}
      className={`flex items-center gap-2 border-b border-line py-1.5 pr-3 ${chosen ? "bg-moss-soft" : "hover:bg-bg"} ${over === "into" ? "ring-2 ring-inset ring-moss" : over === "before" ? "border-t-2 border-t-moss" : over === "after" ? "border-b-2 border-b-moss" : ""}`}
      style={{ paddingLeft: 8 + depth * 20 }}
      onClick={onChoose}
    >
      <GripVertical size={13} aria-hidden className="shrink-0 text-ink-3" />
      <Tile
        colour={folder.colour === null ? look.colour : (style.hex.get(folder.colour) ?? null)}
        icon="folder"
      />
      <span className="min-w-0 flex-1">
        <button
          type="button"
          aria-current={chosen ? "true" : undefined}
          className="block truncate font-semibold"
          onClick={(e) => {
            e.stopPropagation();
            onChoose();
          }}
        >
          {style.reader.roles.get(folder.role)?.name ?? folder.role}
        </button>
        <span className="block truncate text-xs text-ink-2">
          {members.length === 0 ? "only what is sent here" : members.join(", ")}
        </span>
      </span>
      {(folder.from ?? house.folderFrom) !== house.folderFrom && <Pill>from {folder.from}</Pill>}
      {!folder.carries && <Pill>no sound</Pill>}
      {folder.passes !== "nothing" && <Pill>{folder.passes === "same" ? "one colour" : "in steps"}</Pill>}
    </li>
  );
}

function FolderPanel({
  house,
  style,
  folder,
  problem,
  onChange,
  onGone,
}: {
  house: House;
  style: Style;
  folder: FolderPlan;
  problem: string | null;
  onChange: ((next: House) => void) | null;
  onGone: () => void;
}) {
  const { role } = folder;
  const set = (fields: Partial<Omit<FolderPlan, "inside">>): void => {
    onChange?.(withFolder(house, role, fields));
  };
  const number = (text: string, low: number, high: number): number | null | undefined => {
    if (text === "") return null;
    const n = Number(text.replace("−", "-"));
    return Number.isFinite(n) && n >= low && n <= high ? n : undefined;
  };
  const name = style.reader.roles.get(role)?.name ?? role;
  return (
    <section aria-label={`Folder ${name}`} className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-title text-lg font-semibold">{name}</h2>
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {problem}
        </p>
      )}
      {onChange && (
        <div className="flex gap-1">
          {(
            [
              ["up", "Up", ArrowUp],
              ["down", "Down", ArrowDown],
              ["in", "Into the folder before", IndentIncrease],
              ["out", "Out of its folder", IndentDecrease],
            ] as const
          ).map(([way, label, Icon]) => (
            <Button
              key={way}
              small
              aria-label={label}
              title={label}
              disabled={moveFolder(house, role, way) === house}
              onClick={() => onChange(moveFolder(house, role, way))}
            >
              <Icon size={14} aria-hidden />
            </Button>
          ))}
          <Button
            small
            className="ml-auto"
            onClick={() => {
              onChange(removeFolder(house, role));
              onGone();
            }}
          >
            Take out
          </Button>
        </div>
      )}
      <ChipPick
        label="Families that go in"
        empty="none"
        chosen={folder.families}
        choices={house.words.families.map((f) => [f.id, f.name])}
        onChange={onChange ? (families) => set({ families }) : null}
      />
      <ChipPick
        label="Roles that go in, whatever their family"
        empty="none"
        chosen={folder.roles}
        choices={house.words.roles.map((r) => [r.id, r.name])}
        onChange={onChange ? (roles) => set({ roles }) : null}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Made from, tracks"
          hint={`Empty: ${house.folderFrom}, as all.`}
          readOnly={!onChange}
          value={folder.from === null ? "" : String(folder.from)}
          onSet={(v) => {
            const n = number(v, 1, 50);
            if (n !== undefined && (n === null || Number.isInteger(n))) set({ from: n });
          }}
        />
        <Field label="Colour">
          <Select
            small
            disabled={!onChange}
            value={folder.colour ?? ""}
            onChange={(e) => set({ colour: e.target.value === "" ? null : e.target.value })}
          >
            <option value="">its role's</option>
            {house.palette.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </Select>
        </Field>
      </div>
      <Field label="Its members take">
        <Choice
          label="What of its colour its members take"
          value={folder.passes}
          choices={[
            ["nothing", "their own"],
            ["same", "its colour"],
            ["steps", "steps of it"],
          ]}
          onChoose={onChange ? (passes) => set({ passes }) : null}
        />
      </Field>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          disabled={!onChange}
          checked={folder.carries}
          onChange={(e) => set({ carries: e.target.checked })}
        />{" "}
        carries the sound of what it holds, as a bus
      </label>
      {folder.carries && (
        <div className="grid grid-cols-2 gap-2">
          <TextField
            label="Width, %"
            hint="Empty: 100."
            readOnly={!onChange}
            value={folder.width === null ? "" : String(folder.width)}
            onSet={(v) => {
              const n = number(v, 0, 200);
              if (n !== undefined) set({ width: n });
            }}
          />
          <TextField
            label="Starts at, dB"
            hint="Empty: 0."
            readOnly={!onChange}
            value={folder.level === null ? "" : String(folder.level)}
            onSet={(v) => {
              const n = number(v, -144, 24);
              if (n !== undefined) set({ level: n });
            }}
          />
        </div>
      )}
    </section>
  );
}

/** A real template as it stands and as the house would arrange it, and the moves that lead there: as few as can be. */
function OnTemplate({
  style,
  session,
  pick,
}: {
  style: Style;
  session: Session | null;
  pick: React.ReactNode;
}) {
  const [show, setShow] = useState<"before" | "after" | "moves">("after");
  const made = useMemo(() => {
    if (!session) return null;
    const changes = dress(style, session);
    const after = apply(session, changes);
    return {
      after,
      moves: inWords(session, after, changes).filter((s) => s.sort !== "changed"),
      count: changes.filter((c) => c.do === "move" || c.do === "add").length,
    };
  }, [style, session]);
  const shown = show === "before" ? session : (made?.after ?? null);
  return (
    <section aria-label="On a real template" className="card flex min-h-0 flex-col">
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2">
        <h2 className="font-semibold">On a real template</h2>
        {pick}
        <span className="ml-auto">
          <Choice
            label="What to show"
            value={show}
            choices={[
              ["before", "Before"],
              ["after", "After"],
              ["moves", `Moves · ${made?.count ?? 0}`],
            ]}
            onChoose={setShow}
          />
        </span>
      </div>
      <div
        className="min-h-0 flex-1 overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="Tracks of the template"
      >
        {show === "moves" ? (
          made && made.moves.length > 0 ? (
            <ul>
              {made.moves.map((m) => (
                <li
                  key={`${m.track ?? ""}${m.what}`}
                  className="flex flex-wrap items-center gap-x-2 border-b border-line px-3.5 py-1.5 text-sm"
                >
                  <span className="font-mono font-semibold">{m.name}</span>
                  <span className="text-ink-2">{m.sort === "added" ? "new folder" : m.what}</span>
                  {m.sort !== "added" && <BeforeAfter before={m.before} after={m.after} />}
                </li>
              ))}
            </ul>
          ) : (
            <p className="p-6 text-center text-ink-2">It stands in house order already: nothing moves.</p>
          )
        ) : (
          shown && <TrackTree session={shown} style={style} />
        )}
      </div>
    </section>
  );
}

function TrackTree({ session, style }: { session: Session; style: Style }) {
  const tracks = byId(session);
  const { wanted } = planHouse(style, session);
  return (
    <ul>
      {session.tracks.map((t: Track) => (
        <li
          key={t.id}
          className="flex items-center gap-2 border-b border-line py-[3px] pr-3"
          style={{ paddingLeft: 14 + depthOf(tracks, t) * 18 }}
        >
          <Tile colour={wanted.get(t.id)?.colour ?? t.colour} icon={t.icon} size={18} />
          <span className={`truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}>
            {t.name}
          </span>
        </li>
      ))}
    </ul>
  );
}
