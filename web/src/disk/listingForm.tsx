import { textOf } from "@mossy/core/formats/grid";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Field, TextArea } from "../ui/pieces.tsx";

/** A listing pasted or read from a file, to be looked through. */
export function ListingForm({
  busy,
  onRead,
}: {
  busy: boolean;
  onRead: (text: string, name: string) => void;
}) {
  const [text, setText] = useState("");
  return (
    <form
      aria-label="A listing"
      className="card flex flex-col gap-2 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        onRead(text, "A pasted listing");
      }}
    >
      <Field
        label="What a listing program prints"
        hint="find, ls -R, du -a, tree, dir /s, Get-ChildItem -Recurse, or a CSV with a column “path”"
      >
        <TextArea
          rows={7}
          className="font-mono text-sm"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </Field>
      <div className="flex flex-wrap gap-2">
        <Button small look="main" type="submit" disabled={busy || text.trim() === ""}>
          Look through it
        </Button>
        <FileButton
          label="Listing file"
          accept=".txt,.csv,.log,text/*"
          disabled={busy}
          onFiles={([file]) =>
            void file.arrayBuffer().then((b) => onRead(textOf(new Uint8Array(b)), file.name))
          }
        >
          From a file…
        </FileButton>
      </div>
    </form>
  );
}
