import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";

/** The pages of a PDF as the texts on them, read by a general library. */
export async function pagesOf(bytes: Uint8Array): Promise<string[][]> {
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const pages: string[][] = [];
  for (let n = 1; n <= pdf.numPages; n++)
    pages.push(
      (await (await pdf.getPage(n)).getTextContent()).items.flatMap((i) =>
        "str" in i && i.str.trim() !== "" ? [i.str] : [],
      ),
    );
  return pages;
}
