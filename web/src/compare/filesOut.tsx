import type { Comparison } from "@mossy/core/compare/sentences";
import { comparisonFile, comparisonList } from "@mossy/core/compare/out";
import type { Remark } from "@mossy/contract/remarks";
import { useMutation } from "@tanstack/react-query";
import { remarksOut } from "./remarksOut.ts";
import { askFile } from "../wire/files.ts";
import { Button } from "../ui/button.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import { mention } from "../ui/toasts.tsx";
import { saveAs } from "../ui/saveAs.ts";

/** The comparison as files: on paper, as a list, and for other programs. */
export function FilesOut({
  compared,
  names,
  remarks,
}: {
  compared: Comparison;
  names: readonly [string, string];
  /** What people said about the two. */
  remarks: readonly Remark[];
}) {
  const file = "Comparison";
  const whole = () => comparisonFile(compared, names, remarksOut(compared, remarks));
  const paper = useMutation({
    mutationFn: () => askFile("comparePdf", {}, whole()),
    onSuccess: (bytes) => saveAs(`${file}.pdf`, "application/pdf", bytes),
    onError: (e) => mention(e.message, { weight: "broken" }),
  });
  const json = (): string => `${JSON.stringify(whole(), null, 2)}\n`;
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
