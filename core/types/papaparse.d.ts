// The part of papaparse that core uses; its own types bring those of Node.js with them.
declare const Papa: {
  parse<T>(
    text: string,
    options: {
      delimiter: string;
      step: (row: {
        readonly data: T;
        readonly errors: readonly { type: string; message: string }[];
        readonly meta: { readonly cursor: number };
      }) => void;
    },
  ): void;
  parse<T>(
    text: string,
    options: {
      skipEmptyLines?: "greedy" | boolean;
      header?: boolean;
      delimiter?: string;
      preview?: number;
    },
  ): { data: T[]; errors: { type: string; row?: number; message: string }[]; meta: { fields?: string[] } };
  unparse(
    table:
      | { fields: readonly string[]; data: readonly (readonly unknown[])[] }
      | readonly Readonly<Record<string, unknown>>[],
    options: {
      newline: string;
      escapeFormulae?: boolean | RegExp;
      delimiter?: string;
      quotes?: (cell: unknown) => boolean;
    },
  ): string;
};
export default Papa;
