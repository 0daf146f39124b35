import type { Comparison } from "@mossy/core/compare/sentences";
import { comparisonFile, comparisonList } from "@mossy/core/compare/out";
import { useMutation } from "@tanstack/react-query";
import { askFile } from "../wire/ask.ts";
import { Button } from "../ui/button.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import { mention } from "../ui/toasts.tsx";
import { saveAs } from "../ui/saveAs.ts";

/** The comparison as files: on paper, as a list, and for other programs. */
export function FilesOut({ compared, names }: { compared: Comparison; names: readonly [string, string] }) {
  const file = "Comparison";
  const paper = useMutation({
    mutationFn: () => askFile("comparePdf", {}, comparisonFile(compared, names)),
    onSuccess: (bytes) => saveAs(`${file}.pdf`, "application/pdf", bytes),
    onError: (e) => mention(e.message, { weight: "broken" }),
  });
  const json = (): string => `${JSON.stringify(comparisonFile(compared, names), null, 2)}\n`;
  return (
    <span role="group" aria-label="As a file" className="flex flex-wrap gap-2">
      <Button small disabled={paper.isPending} onClick={() => paper.mutate()}>
        PDF
      </Button>
      <SaveList file={file} list={() => comparisonList(compared)} />
      <Button small onClick={() => saveAs(`${file}.json`, "application/json", json())}>
        JSON
      </Button>
    </span>
  );
}
