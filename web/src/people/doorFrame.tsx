import { clsx } from "clsx";
import type { ReactNode } from "react";

/** A page before one is in the house: the lantern, its name, and what is asked. */
export function DoorFrame({
  title = "Mossy Lantern",
  wide = false,
  children,
}: {
  title?: string;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <main className="grid min-h-full place-items-center p-8">
      <div className={clsx("flex w-full flex-col gap-4", wide ? "max-w-[640px]" : "max-w-[340px]")}>
        <DoorHead title={title} />
        {children}
      </div>
    </main>
  );
}

/** The lantern, and where one is. */
export function DoorHead({ title }: { title: string }) {
  return (
    <div className="flex items-center gap-3">
      <img src="/lantern.svg" alt="" width={31} height={36} />
      <h1 className="font-title text-xl font-semibold">{title}</h1>
    </div>
  );
}

/** The secret behind the # of this page's address: it is never sent to the house by itself. */
export const tokenOfAddress = (): string => location.hash.slice(1);
