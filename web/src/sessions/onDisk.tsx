import { FolderOpen } from "lucide-react";
import { Suspense, lazy, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Loading } from "../ui/states.tsx";
import type { Whole } from "./sessionParts.tsx";

// What reads names in any script is fetched when somebody looks.
const FolderThere = lazy(() => import("./folderThere.tsx"));

/** Where the folder of a session stands on the shared disk, and the moves that put it where it belongs. */
export function OnDisk({ session: s }: { session: Whole }) {
  const [look, setLook] = useState(false);
  return (
    <section aria-label="On the shared disk" className="card p-4">
      <div className="flex items-center gap-3">
        <h2 className="flex-1 font-semibold">On the shared disk</h2>
        {!look && (
          <Button small onClick={() => setLook(true)}>
            <FolderOpen size={14} aria-hidden /> Look at its folder
          </Button>
        )}
      </div>
      {look ? (
        <Suspense fallback={<Loading what="Reading the shared disk" />}>
          <FolderThere session={s} />
        </Suspense>
      ) : (
        <p className="pt-1 text-sm [overflow-wrap:anywhere] text-ink-2">{s.folder}</p>
      )}
    </section>
  );
}
