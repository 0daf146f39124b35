import type { Style } from "@mossy/core/house/style";
import { blankLibrary } from "@mossy/core/instruments/library";
import { MIDDLES, OUR_MIDDLE } from "@mossy/core/session/midiKeys";
import type { Middle } from "@mossy/core/session/midiKeys";
import { madeOf } from "@mossy/core/instruments/table";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { FileButton, FileDrop } from "../ui/fileField.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Trouble } from "../ui/states.tsx";
import { askOnce } from "../wire/ask.ts";
import { LIBRARY_FILES, readLibraryFiles } from "./readFiles.ts";

/** A new sample library: by its name alone, or with the patches of a table. */
export function NewLibrary({ style, onLeave }: { style: Style; onLeave: () => void }) {
  const [name, setName] = useState("");
  const [middle, setMiddle] = useState<Middle>(OUR_MIDDLE);
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: async (files: readonly File[]) => {
      const read = files.length === 0 ? null : await readLibraryFiles(style.reader, files, middle);
      const called = name.trim() || (read?.called.slice(0, 80) ?? "");
      const patches = read ? madeOf(read.patches, newId) : [];
      return askOnce("newSampleLibrary", {}, { library: { ...blankLibrary(called), patches } });
    },
    onSuccess: ({ id }) => void navigate(`/library/instruments/${id}`),
  });
  return (
    <form
      aria-label="New sample library"
      className="card flex flex-col gap-3 p-4"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim() !== "") make.mutate([]);
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <Field label="What it is called">
          <Input
            autoFocus
            className="w-72"
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </Field>
        <MiddleField middle={middle} onChoose={setMiddle} />
        <span className="ml-auto flex gap-2">
          <Button look="quiet" onClick={onLeave}>
            Leave it
          </Button>
          <Button look="main" type="submit" disabled={name.trim() === "" || make.isPending}>
            Begin with an empty sheet
          </Button>
        </span>
      </div>
      <LibraryFiles busy={make.isPending} onFiles={(files) => make.mutate(files)} />
      <Trouble error={make.error} />
    </form>
  );
}

/** Where files that say what a library plays are dropped or chosen. */
export function LibraryFiles({
  busy,
  onFiles,
}: {
  busy: boolean;
  onFiles: (files: readonly File[]) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="min-w-72 flex-1">
        <FileDrop
          label="List of its patches"
          accept={LIBRARY_FILES}
          button="Choose a file"
          busy={busy}
          many
          onFiles={onFiles}
        >
          A list (CSV, XLSX), SFZ files, or a bank (SF2)
        </FileDrop>
      </span>
      <FileButton label="Folder with SFZ files" folder disabled={busy} onFiles={onFiles}>
        Choose an SFZ folder
      </FileButton>
    </div>
  );
}

/** In which octave whoever wrote a list has middle C: makers do not agree. */
export function MiddleField({ middle, onChoose }: { middle: Middle; onChoose: (middle: Middle) => void }) {
  return (
    <Field label="Middle C in the list">
      <Select
        value={middle}
        onChange={(e) => onChoose(MIDDLES.find((m) => String(m) === e.target.value) ?? OUR_MIDDLE)}
      >
        <Options of={MIDDLES.map((m) => [m, m === OUR_MIDDLE ? `C${m}, as here` : `C${m}`] as const)} />
      </Select>
    </Field>
  );
}
