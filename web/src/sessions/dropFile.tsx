import { useMutation } from "@tanstack/react-query";
import { Upload } from "lucide-react";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { hand } from "../app/ask.ts";
import { queryClient } from "../app/queries.ts";
import { Button } from "../ui/button.tsx";
import { Trouble } from "../ui/states.tsx";

const MOST = 64 << 20;

/** Hands a session file in: dropped on the field or chosen. Without a session it must say itself which one it is. */
export function DropFile({ session }: { session: string | null }) {
  const [over, setOver] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const send = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > MOST) throw new Error(`“${file.name}” has ${Math.round(file.size / (1 << 20))} MB; at most 64 MB are taken. Send the session file without its audio.`);
      return hand("handIn", {}, file, { name: file.name, ...(session === null ? {} : { session }) });
    },
    onSuccess: async (made) => {
      await Promise.all(["sessions", "session", "today", "rooms"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })));
      await navigate(`/check-ins/${made.checkIn}`);
    },
  });
  const take = (files: FileList | null): void => { const file = files?.[0]; if (file) send.mutate(file); };
  return (
    <div className="flex flex-col gap-2">
      <div onDragOver={(e) => { e.preventDefault(); setOver(true); }} onDragLeave={() => { setOver(false); }} onDrop={(e) => { e.preventDefault(); setOver(false); take(e.dataTransfer.files); }}
        className={`flex items-center gap-3 rounded-md border border-dashed px-4 py-3 ${over ? "border-moss bg-moss-soft" : "border-line-strong"}`}>
        <Upload size={16} aria-hidden className="text-ink-2" />
        <span className="flex-1 text-ink-2">{send.isPending ? "Reading the file…" : "Drop a session file here (.dawproject)"}</span>
        <input ref={chooser} type="file" accept=".dawproject,.zip" aria-label="Session file" className="sr-only" tabIndex={-1} onChange={(e) => { take(e.target.files); e.target.value = ""; }} />
        <Button small disabled={send.isPending} onClick={() => { chooser.current?.click(); }}>Choose a file</Button>
      </div>
      <Trouble error={send.error} />
    </div>
  );
}
