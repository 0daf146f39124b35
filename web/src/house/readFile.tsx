import { differences } from "@mossy/core/house/differences";
import type { House } from "@mossy/core/house/house";
import { plural } from "@mossy/core/session/plural";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Trouble } from "../ui/states.tsx";

/**
 * Reads a file into the draft: what it would change is shown before anything does; what cannot be read is
 * said.
 */
export function ReadFile({
  button,
  label,
  accept,
  house,
  read,
  onTake,
}: {
  button: string;
  label: string;
  accept: string;
  house: House;
  read: (file: File) => Promise<House>;
  onTake: (next: House) => void;
}) {
  const [found, setFound] = useState<{ name: string; next: House } | null>(null);
  const [problem, setProblem] = useState<unknown>(null);
  const take = async (file: File): Promise<void> => {
    setFound(null);
    setProblem(null);
    try {
      setFound({ name: file.name, next: await read(file) });
    } catch (e) {
      setProblem(e);
    }
  };
  const said = found ? differences(house, found.next) : [];
  return (
    <>
      <FileButton
        label={label}
        accept={accept}
        className="self-start"
        onFiles={([file]) => void take(file)}
      >
        {button}
      </FileButton>
      <Trouble error={problem} />
      {found && (
        <>
          <h3 className="text-sm font-semibold">
            “{found.name}” would change {said.length === 0 ? "nothing" : plural(said.length, "thing")}
          </h3>
          <ul className="max-h-72 overflow-y-auto text-sm">
            {said.map((s) => (
              <li key={s} className="border-t border-line py-1 [overflow-wrap:anywhere]">
                {s}
              </li>
            ))}
          </ul>
          <div className="flex gap-2">
            {said.length > 0 && (
              <Button
                look="main"
                onClick={() => {
                  onTake(found.next);
                  setFound(null);
                }}
              >
                Take it over
              </Button>
            )}
            <Button onClick={() => setFound(null)}>Leave it</Button>
          </div>
        </>
      )}
    </>
  );
}
