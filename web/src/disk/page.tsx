import { useSearchParams } from "react-router";
import { Choice } from "../ui/sideBySide.tsx";
import { AuditView } from "./auditView.tsx";
import { BlueprintView } from "./blueprintView.tsx";
import { RunsView } from "./runsView.tsx";

const VIEWS = [
  ["look", "Look through"],
  ["blueprint", "Blueprint"],
  ["log", "What was moved"],
] as const;

/** Folders and files: how they should be, how a real tree is, and what was moved to put it right. */
export default function DiskPage() {
  const [params, setParams] = useSearchParams();
  const shown = VIEWS.find(([v]) => v === params.get("show"))?.[0] ?? "look";
  return (
    <div className="flex h-full min-h-0 flex-col gap-3">
      <Choice
        label="What of the disk"
        value={shown}
        choices={VIEWS}
        onChoose={(v) => setParams(v === "look" ? {} : { show: v })}
      />
      <div className="min-h-0 flex-1">
        {shown === "look" ? <AuditView /> : shown === "blueprint" ? <BlueprintView /> : <RunsView />}
      </div>
    </div>
  );
}
