import { Upload } from "lucide-react";
import { useRef, useState } from "react";
import type { ComponentProps, ReactNode } from "react";
import { Button } from "./button.tsx";

interface Files {
  /** What is chosen here, for those who cannot see where it stands. */
  readonly label: string;
  /** As the attribute of that name: endings and media types, parted by commas. */
  readonly accept?: string;
  /** Called once a choice; never with no file. */
  readonly onFiles: (files: [File, ...File[]]) => void;
}

/** A button that opens the system's choice of files; the same file can be chosen again. */
export function FileButton({
  label,
  accept,
  onFiles,
  many = false,
  folder = false,
  ...button
}: Omit<ComponentProps<typeof Button>, "onClick"> &
  Files & {
    many?: boolean;
    /** A whole folder with what is in it, rather than files. */
    folder?: boolean;
  }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button small {...button} onClick={() => input.current?.click()} />
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={many || folder}
        {...(folder ? { webkitdirectory: "" } : {})}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const [first, ...more] = e.target.files ?? [];
          e.target.value = "";
          if (first) onFiles([first, ...more]);
        }}
      />
    </>
  );
}

/** A strip a file can be dropped on, with the button beside it. */
export function FileDrop({
  button,
  busy = false,
  many = false,
  children,
  ...files
}: Files & { button: string; busy?: boolean; many?: boolean; children: ReactNode }) {
  const [over, setOver] = useState(false);
  return (
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        const [first, ...more] = e.dataTransfer.files;
        if (first && !busy) files.onFiles([first, ...more]);
      }}
      className={
        "flex items-center gap-3 rounded-md border border-dashed px-4 py-2.5 " +
        (over ? "border-moss bg-moss-soft" : "border-line-strong")
      }
    >
      <Upload size={16} aria-hidden className="text-ink-2" />
      <span className="flex-1 text-ink-2">{children}</span>
      <FileButton {...files} many={many} disabled={busy}>
        {button}
      </FileButton>
    </div>
  );
}
