import { withPalette } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import { readPalette, writeCss, writeGpl, writeTokens } from "@mossy/core/formats/palettes";
import { Button } from "../ui/button.tsx";
import { saveAs } from "../ui/saveAs.ts";
import { ReadFile } from "./readFile.tsx";

/** The palette out and in. */
export function PaletteFiles({
  house,
  onChange,
}: {
  house: House;
  onChange: ((next: House) => void) | null;
}) {
  return (
    <section aria-label="Palette files" className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-semibold">Out and in</h2>
      <div className="flex flex-wrap gap-2">
        <Button
          small
          onClick={() => saveAs("house.gpl", "text/plain", writeGpl(house.name, house.palette))}
        >
          GIMP palette
        </Button>
        <Button
          small
          onClick={() =>
            saveAs("house_colours.tokens.json", "application/json", writeTokens(house.palette))
          }
        >
          Design tokens
        </Button>
        <Button small onClick={() => saveAs("house_colours.css", "text/css", writeCss(house.palette))}>
          CSS
        </Button>
      </div>
      {onChange && (
        <ReadFile
          button="Read a palette…"
          label="Palette file"
          accept=".gpl,.json,.css,text/*,application/json"
          house={house}
          read={async (file) => withPalette(house, readPalette(await file.text()))}
          onTake={onChange}
        />
      )}
    </section>
  );
}
