import { later } from "../wire/laterQueries.ts";
import type { RemarkOn, RemarksOf } from "@mossy/contract/remarks";
import { useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { Button, Key } from "../ui/button.tsx";
import { TextArea } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Trouble } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";
import { useMe } from "../wire/queries.ts";
import { useAddRemark } from "./useRemarks.ts";

const kept = z.object({ text: z.string(), whom: z.string() });

/** Where a remark is typed, and for whom it is; what stands half typed survives a reload. */
export function RemarkForm({
  of,
  on,
  placeholder = "What should be seen here?",
  onDone,
}: {
  of: RemarksOf;
  on: RemarkOn;
  placeholder?: string;
  /** It is made, or given up. */
  onDone: () => void;
}) {
  const [{ text, whom }, set, forget] = useKept(
    `remark-${of.id}-${JSON.stringify(on)}`,
    { text: "", whom: "" },
    kept,
  );
  const me = useMe();
  const { data } = useQuery(later.colleagues);
  const away = (): void => {
    forget();
    onDone();
  };
  const add = useAddRemark(away);
  const send = (): void => {
    if (text.trim() !== "" && !add.isPending) add.mutate({ of, on, text, for: whom === "" ? null : whom });
  };
  return (
    <form
      aria-label="A remark"
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <TextArea
        autoFocus
        aria-label="Remark"
        placeholder={placeholder}
        rows={3}
        maxLength={1000}
        className="w-full text-sm"
        value={text}
        onChange={(e) => set({ text: e.target.value, whom })}
        onKeyDown={(e) => {
          if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) send();
          if (e.key === "Escape") away();
        }}
      />
      <Select
        small
        aria-label="For whom"
        className="w-full"
        value={whom}
        onChange={(e) => set({ text, whom: e.target.value })}
      >
        <option value="">for everybody</option>
        {(data?.people ?? [])
          .filter((p) => p.id !== me?.id)
          .map((p) => (
            <option key={p.id} value={p.id}>
              for {p.name}
            </option>
          ))}
      </Select>
      <div className="flex flex-wrap items-center gap-2">
        <Button small look="main" type="submit" disabled={text.trim() === "" || add.isPending}>
          Remark
        </Button>
        <Button small onClick={away}>
          Cancel
        </Button>
        <span className="text-xs text-ink-2">
          <Key>Ctrl+Enter</Key> sends it
        </span>
      </div>
      <Trouble error={add.error} />
    </form>
  );
}
