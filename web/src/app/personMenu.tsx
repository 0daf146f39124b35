import { LogOut, Monitor, Moon, Sun, UserRound } from "lucide-react";
import type { LucideIcon } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { ask } from "../wire/ask.ts";
import { MENU_ITEM, Menu } from "./menu.tsx";
import { forgetAll } from "../wire/queries.ts";
import { forgetAllKept } from "../ui/useKept.ts";
import { THEMES, chooseTheme, useTheme } from "./theme.ts";
import type { Theme } from "./theme.ts";

const THEME_LOOK: Record<Theme, { name: string; Icon: LucideIcon }> = {
  system: { name: "As the system", Icon: Monitor },
  daylight: { name: "Daylight", Icon: Sun },
  lamplight: { name: "Lamplight", Icon: Moon },
};

/** The light to work in, and signing out. */
export default function PersonMenu({ trigger }: { trigger: ReactNode }) {
  const theme = useTheme();
  const navigate = useNavigate();
  const signOut = async (): Promise<void> => {
    await ask("signOut", {});
    (await import("../documents/workpieces.ts")).forgetWorkpieces();
    forgetAllKept();
    forgetAll();
    await navigate("/sign-in");
  };
  return (
    <Menu trigger={trigger}>
      <DropdownMenu.RadioGroup
        value={theme}
        onValueChange={(v) => {
          const t = THEMES.find((x) => x === v);
          if (t) chooseTheme(t);
        }}
      >
        {THEMES.map((t) => {
          const { name, Icon } = THEME_LOOK[t];
          return (
            <DropdownMenu.RadioItem
              key={t}
              value={t}
              className={`${MENU_ITEM} ${t === theme ? "font-semibold" : ""}`}
            >
              <Icon size={15} aria-hidden /> {name}
              {t === theme && (
                <span className="ml-auto text-moss" aria-hidden>
                  ✓
                </span>
              )}
            </DropdownMenu.RadioItem>
          );
        })}
      </DropdownMenu.RadioGroup>
      <DropdownMenu.Separator className="my-1 h-px bg-line" />
      <DropdownMenu.Item className={MENU_ITEM} onSelect={() => void navigate("/me")}>
        <UserRound size={15} aria-hidden /> Your account
      </DropdownMenu.Item>
      <DropdownMenu.Item className={MENU_ITEM} onSelect={() => void signOut()}>
        <LogOut size={15} aria-hidden /> Sign out
      </DropdownMenu.Item>
    </Menu>
  );
}
