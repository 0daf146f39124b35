import { foldersInOrder } from "@mossy/core/house/editFolders";
import type { Exception, House } from "@mossy/core/house/house";
import { CHANNEL_FORMATS, TRACK_KINDS, channelFormat, trackKind } from "@mossy/core/session/document";
import { ChipPick } from "../ui/chipPick.tsx";
import { IconPick } from "../ui/iconPick.tsx";
import { StartValuesEditor } from "./startValues.tsx";
import { AlertLine, LineActs } from "../ui/listPage.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { roleName } from "./exceptionWords.ts";
import { TextField } from "../ui/textField.tsx";

/** One exception: when it holds, and what it decides then. */
export function ExceptionPanel({
  house,
  exception: e,
  problem,
  onChange,
  onMove,
  onGone,
}: {
  house: House;
  exception: Exception;
  problem: string | null;
  onChange: ((next: Exception) => void) | null;
  onMove: ((by: -1 | 1) => void) | null;
  onGone: (() => void) | null;
}) {
  const set = (fields: Partial<Exception["when"]>): void => {
    onChange?.({ ...e, when: { ...e.when, ...fields } });
  };
  const give = (fields: Partial<Exception["then"]>): void => {
    onChange?.({ ...e, then: { ...e.then, ...fields } });
  };
  return (
    <section aria-label="Exception" className="card flex flex-col gap-3 p-3.5">
      <AlertLine>{problem}</AlertLine>
      <TextField
        long
        rows={2}
        label="In words"
        value={e.says}
        readOnly={!onChange}
        onSet={(says) => {
          if (says !== "") onChange?.({ ...e, says: says.slice(0, 200) });
        }}
      />
      <WhenFields house={house} when={e.when} onSet={onChange && set} />
      <ThenFields house={house} then={e.then} onGive={onChange && give} />
      <StartValuesEditor
        values={e.then.start ?? {}}
        roles={house.words.roles}
        onChange={
          onChange ? (start) => give({ start: Object.keys(start).length === 0 ? null : start }) : null
        }
      />
      {onMove && onGone && (
        <LineActs earlier="Ask earlier" later="Ask later" onMove={onMove} onTakeOut={onGone} />
      )}
    </section>
  );
}

function WhenFields({
  house,
  when,
  onSet,
}: {
  house: House;
  when: Exception["when"];
  onSet: ((fields: Partial<Exception["when"]>) => void) | null;
}) {
  return (
    <>
      <h3 className="border-t border-line pt-2 text-sm font-semibold">When all of this holds</h3>
      <ChipPick
        free
        label="Any of these words in the name"
        empty="any name"
        chosen={when.words}
        choices={[]}
        onChange={onSet ? (words) => onSet({ words }) : null}
      />
      <ChipPick
        label="Roles"
        empty="any"
        chosen={when.roles}
        choices={house.words.roles.map((r) => [r.id, r.name])}
        onChange={onSet ? (roles) => onSet({ roles }) : null}
      />
      <ChipPick
        label="Families"
        empty="any"
        chosen={when.families}
        choices={house.words.families.map((f) => [f.id, f.name])}
        onChange={onSet ? (families) => onSet({ families }) : null}
      />
      <div className="grid grid-cols-2 gap-2">
        <ChipPick
          label="Kinds"
          empty="any"
          chosen={when.kinds}
          choices={TRACK_KINDS.map((k) => [k, k])}
          onChange={onSet ? (kinds) => onSet({ kinds: kinds.map((k) => trackKind.parse(k)) }) : null}
        />
        <ChipPick
          label="Formats"
          empty="any"
          chosen={when.formats}
          choices={CHANNEL_FORMATS.map((f) => [f, f])}
          onChange={
            onSet ? (formats) => onSet({ formats: formats.map((f) => channelFormat.parse(f)) }) : null
          }
        />
      </div>
      <ChipPick
        label="Inside a folder of"
        empty="anywhere"
        chosen={when.inside}
        choices={house.words.roles.filter((r) => r.sort === "group").map((r) => [r.id, r.name])}
        onChange={onSet ? (inside) => onSet({ inside }) : null}
      />
      <Chooser
        label="Note"
        none="does not matter"
        value={when.hasNote === null ? null : when.hasNote ? "yes" : "no"}
        options={[
          ["yes", "has a note"],
          ["no", "has none"],
        ]}
        onChoose={onSet && ((note) => onSet({ hasNote: note === null ? null : note === "yes" }))}
      />
    </>
  );
}

function ThenFields({
  house,
  then,
  onGive,
}: {
  house: House;
  then: Exception["then"];
  onGive: ((fields: Partial<Exception["then"]>) => void) | null;
}) {
  return (
    <>
      <h3 className="border-t border-line pt-2 text-sm font-semibold">Then</h3>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          disabled={!onGive}
          checked={then.alone}
          onChange={(ev) => onGive?.({ alone: ev.target.checked })}
        />{" "}
        leave it alone, whatever the house says
      </label>
      <div className="grid grid-cols-2 gap-2">
        <Chooser
          label="Colour"
          none="as usual"
          value={then.colour}
          options={house.palette.map((c) => [c.id, c.name])}
          onChoose={onGive && ((colour) => onGive({ colour }))}
        />
        <Chooser
          label="Folder"
          none="as usual"
          value={then.folder}
          options={foldersInOrder(house.folders).map(({ folder: { role } }) => [
            role,
            roleName(house, role),
          ])}
          onChoose={onGive && ((folder) => onGive({ folder }))}
        />
      </div>
      <details>
        <summary className="text-sm font-semibold">Icon: {then.icon ?? "as usual"}</summary>
        <div className="pt-2">
          <IconPick
            value={then.icon}
            family={null}
            colour={null}
            onChoose={onGive && ((icon) => onGive({ icon }))}
          />
          {then.icon !== null && onGive && (
            <button
              type="button"
              className="text-sm font-semibold text-moss hover:underline"
              onClick={() => onGive({ icon: null })}
            >
              As usual
            </button>
          )}
        </div>
      </details>
    </>
  );
}
