import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import type { DeliveryPaper } from "@mossy/contract/delivery";
import { deliveryCsv, deliveryLines } from "@mossy/core/delivery/list";
import type { DeliveryLook } from "@mossy/core/delivery/look";
import { bagAround, checksums, deliveryName } from "@mossy/core/delivery/sums";
import { useMutation } from "@tanstack/react-query";
import { PickOne } from "../ui/chooser.tsx";
import { saveAs, saveFrom } from "../ui/saveAs.ts";
import { mention } from "../ui/toasts.tsx";
import { fileAddress } from "../wire/ask.ts";
import { askFile } from "../wire/files.ts";

const sum = (bytes: Uint8Array): Promise<string> => Promise.resolve(bytesToHex(sha256(bytes)));

/** The delivery as a list to keep or send along: a table, paper, checksums, or a bag. */
export function HandOn({
  session: s,
  house,
  look,
  says,
  bag,
}: {
  session: { readonly id: string; readonly title: string };
  house: string;
  look: DeliveryLook;
  /** Where the files are. */
  says: string;
  /** What leads to the whole delivery in a bag; null where the house does not have the files. */
  bag: { readonly sort: string; readonly at?: string } | null;
}) {
  const name = deliveryName(s.title, look.sort);
  const files = look.rows.map((r) => r.file);
  const paper = useMutation({
    mutationFn: (): Promise<Uint8Array> => {
      const body: DeliveryPaper = {
        sort: look.sort,
        says,
        lines: deliveryLines(look),
        missing: look.missing.map((w) => w.track.name),
      };
      return askFile("deliveryPaper", { session: s.id }, body);
    },
    onSuccess: (bytes) => saveAs(`${name}.pdf`, "application/pdf", bytes),
    onError: (e) => mention(e.message, { weight: "broken" }),
  });
  const tags = async (): Promise<void> => {
    const about = {
      house,
      says: `${look.sort === "stems" ? "Stems" : "Recorded files"} of “${s.title}”`,
      id: s.id,
      day: new Date().toISOString().slice(0, 10),
    };
    const around = await bagAround(files, about, sum);
    const { zipOf } = await import("@mossy/core/formats/zipOut");
    saveAs(`${name}_bag.zip`, "application/zip", zipOf(around));
    mention(
      "Unpack it beside a folder “data” that holds these files under the same paths: together they are a bag.",
    );
  };
  const pick = (what: string): void => {
    if (what === "csv") saveAs(`${name}.csv`, "text/csv", deliveryCsv(look));
    else if (what === "sums") saveAs("SHA256SUMS", "application/octet-stream", checksums(files));
    else if (what === "pdf") paper.mutate();
    else if (bag) saveFrom(fileAddress("deliveryBag", { session: s.id }, bag));
    else void tags();
  };
  return (
    <PickOne
      aria-label="Hand on"
      className="w-44"
      says="Hand on…"
      disabled={files.length === 0 || paper.isPending}
      options={[
        ["pdf", "list, PDF"],
        ["csv", "list, CSV"],
        ["sums", "checksums, SHA-256"],
        ["bag", bag ? "bag with its files, ZIP" : "bag without its files, ZIP"],
      ]}
      onPick={pick}
    />
  );
}
