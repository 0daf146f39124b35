import type { GivenLayout, WholeLayout } from "@mossy/contract/layouts";
import { worksIn } from "@mossy/contract/worksIn";
import { LAYOUT_KINDS, LAYOUT_MOST, PICTURE_MOST, pictureType } from "@mossy/core/devices/layouts";
import type { LayoutKind, LayoutOf } from "@mossy/core/devices/layouts";
import { inSize } from "@mossy/core/formats/bytes";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { ReactNode } from "react";
import { Button } from "../ui/button.tsx";
import { FileButton, FileDrop } from "../ui/fileField.tsx";
import { Field, Input, TextArea } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Trouble } from "../ui/states.tsx";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import { kindInWords } from "./layoutStand.tsx";

/** A file that was chosen, as it goes up. */
interface Chosen {
  readonly name: string;
  readonly size: number;
  readonly bytes: string;
}

/** @throws Error where it is too large, empty, or no picture where one is wanted */
async function read(file: File, what: "file" | "picture"): Promise<Chosen> {
  const most = what === "file" ? LAYOUT_MOST : PICTURE_MOST;
  if (file.size === 0)
    throw new Error(`“${file.name}” is empty. Save it again in its program, and choose it again.`);
  if (file.size > most)
    throw new Error(
      `“${file.name}” has ${inSize(file.size)}: a ${what} has ${inSize(most)} at most. Choose another.`,
    );
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (what === "picture" && pictureType(bytes) === null)
    throw new Error(
      `“${file.name}” is no PNG or JPEG. Save the picture as one of those, and choose it again.`,
    );
  let text = "";
  for (let at = 0; at < bytes.length; at += 8192)
    text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return { name: file.name.slice(0, 200), size: file.size, bytes: btoa(text) };
}

const refresh = (): Promise<unknown> =>
  Promise.all(["layouts", "layout"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })));

/** Keeps a new layout or map. @param room chosen beforehand; none where it is empty */
export function NewLayout({
  room,
  onMade,
  onLeave,
}: {
  room: string;
  onMade: (id: string) => void;
  onLeave: () => void;
}) {
  const me = useMe();
  const whose = useWhose();
  const [name, setName] = useState("");
  const [kind, setKind] = useState<LayoutKind>("keys");
  const begins = whose.find((w) => w.value === `room ${room}`) ?? whose[0];
  const [of, setOf] = useState<string | null>(null);
  const chosen = whose.find((w) => w.value === of) ?? begins;
  const make = useMutation({
    mutationFn: (first: GivenLayout) =>
      askOnce(
        "newLayout",
        {},
        { name, kind, whose: chosen?.whose ?? { of: "person", person: me?.id ?? "" }, first },
      ),
    onSuccess: async ({ id }) => {
      await refresh();
      onMade(id);
    },
  });
  return (
    <GiveForm
      label="A new layout or map"
      said="Keep it"
      ready={name.trim() !== ""}
      busy={make.isPending}
      problem={make.error}
      onGive={(given) => make.mutate(given)}
      onLeave={onLeave}
    >
      <div className="flex flex-wrap gap-3">
        <Field label="Name">
          <Input
            autoFocus
            className="w-64"
            maxLength={60}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </Field>
        <Field label="Kind">
          <Select className="w-44" value={kind} onChange={(e) => setKind(kindFrom(e.target.value))}>
            {LAYOUT_KINDS.map((k) => (
              <option key={k} value={k}>
                {kindInWords(k)}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Whose">
          <Select className="w-56" value={chosen?.value ?? ""} onChange={(e) => setOf(e.target.value)}>
            {whose.map((w) => (
              <option key={w.value} value={w.value}>
                {w.says}
              </option>
            ))}
          </Select>
        </Field>
      </div>
    </GiveForm>
  );
}
const kindFrom = (value: string): LayoutKind => LAYOUT_KINDS.find((k) => k === value) ?? "keys";

/** Whose one may keep: one's own, of rooms one is engineer of, for leads anybody's but another person's. */
function useWhose(): { value: string; says: string; whose: LayoutOf }[] {
  const me = useMe();
  const lead = me?.right === "lead";
  const { data: rooms } = useQuery(queries.rooms);
  const { data: library } = useQuery({ ...queries.library, enabled: lead });
  if (!me) return [];
  const mayRoom = (room: string): boolean => lead || (me.right === "engineer" && worksIn(me, room));
  const ofRooms = (rooms?.rooms ?? []).filter((r) => r.retiredAt === null && mayRoom(r.id));
  const ofTemplates = (library?.templates ?? []).filter((t) => t.kind === "template" && !t.retired);
  return [
    { value: "me", says: "My own", whose: { of: "person", person: me.id } },
    ...(lead ? [{ value: "house", says: "The house", whose: { of: "house" } as const }] : []),
    ...ofRooms.map((r) => ({
      value: `room ${r.id}`,
      says: `Room: ${r.room.name}`,
      whose: { of: "room", room: r.id } as const,
    })),
    ...(lead ? ofTemplates : []).map((t) => ({
      value: `template ${t.id}`,
      says: `Template: ${t.name}`,
      whose: { of: "template", template: t.id } as const,
    })),
  ];
}

/** Gives the next version of one. */
export function NextVersion({ of, onDone }: { of: WholeLayout; onDone: () => void }) {
  const give = useMutation({
    mutationFn: (given: GivenLayout) => askOnce("nextLayout", { layout: of.id }, given),
    onSuccess: async () => {
      await refresh();
      onDone();
    },
  });
  return (
    <GiveForm
      label={`Version ${of.latest.version + 1} of ${of.name}`}
      said="Give it out"
      ready
      busy={give.isPending}
      problem={give.error}
      onGive={(given) => give.mutate(given)}
      onLeave={onDone}
    >
      {of.latest.hasPicture && (
        <p className="text-sm text-ink-2">
          The picture of version {of.latest.version} stays where none is chosen.
        </p>
      )}
    </GiveForm>
  );
}

/** The file, what there is to say and how it looks; what is above them is of whoever asks. */
function GiveForm({
  label,
  said,
  ready,
  busy,
  problem,
  onGive,
  onLeave,
  children,
}: {
  label: string;
  said: string;
  ready: boolean;
  busy: boolean;
  problem: unknown;
  onGive: (given: GivenLayout) => void;
  onLeave: () => void;
  children: ReactNode;
}) {
  const [file, setFile] = useState<Chosen | null>(null);
  const [picture, setPicture] = useState<Chosen | null>(null);
  const [notes, setNotes] = useState("");
  const [unread, setUnread] = useState<unknown>(null);
  const choose = (of: File, what: "file" | "picture"): void => {
    setUnread(null);
    read(of, what).then(what === "file" ? setFile : setPicture, setUnread);
  };
  return (
    <form
      aria-label={label}
      className="card flex flex-col gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault();
        if (file) onGive({ file, notes: notes.trim(), picture: picture?.bytes ?? null });
      }}
    >
      <h2 className="font-semibold">{label}</h2>
      {children}
      <FileDrop
        label="The file of the layout or map"
        button="Choose a file"
        onFiles={([f]) => choose(f, "file")}
      >
        {file ? `${file.name}, ${inSize(file.size)}` : "The file as its program wrote it"}
      </FileDrop>
      <Field label="What there is to say about it">
        <TextArea maxLength={2000} value={notes} onChange={(e) => setNotes(e.target.value)} />
      </Field>
      <span className="flex flex-wrap items-center gap-3 text-sm text-ink-2">
        <FileButton
          type="button"
          label="A picture of it"
          accept="image/png,image/jpeg"
          onFiles={([f]) => choose(f, "picture")}
        >
          Choose a picture
        </FileButton>
        {picture
          ? `${picture.name}, ${inSize(picture.size)}`
          : "how it looks, where that helps: PNG or JPEG"}
      </span>
      <Trouble error={unread ?? problem} />
      <span className="flex gap-2">
        <Button look="main" type="submit" disabled={!ready || !file || busy}>
          {said}
        </Button>
        <Button look="quiet" type="button" onClick={onLeave}>
          Leave it
        </Button>
      </span>
    </form>
  );
}
