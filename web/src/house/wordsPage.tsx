import { Plus } from "lucide-react";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { FamilyList } from "./familyList.tsx";
import { FamilyPanel } from "./familyPanel.tsx";
import { NewRoleForm } from "./newRole.tsx";
import { RolePanel } from "./rolePanel.tsx";
import { roleLook } from "./roleLook.ts";
import { WhatChanges, useSample } from "./sample.tsx";
import { TryName } from "./tryName.tsx";
import { WordTable } from "./wordTable.tsx";
import { useHouseWork } from "./work.ts";

type Side = "look" | "new" | "table";
const TOUCHES = ["reading", "name", "colour", "icon"] as const;

/** The word list: families, their roles, and what each is called. */
export default function WordsPage() {
  const { house, style, change } = useHouseWork();
  const { session, pick } = useSample();
  const { family: familyId, role: roleId } = useParams();
  const navigate = useNavigate();
  const [side, setSide] = useState<Side>("look");
  const [find, setFind] = useState("");
  const family =
    style.families.get(familyId ?? "") ?? style.families.get("pans") ?? house.words.families[0];
  const role = roleId === undefined ? undefined : style.reader.roles.get(roleId);
  useShortcuts(
    change
      ? [
          {
            keys: "A",
            says: "Add a role",
            run: () => setSide("new"),
          },
        ]
      : [],
  );
  if (!family) return null;
  const wanted = find.trim().toLowerCase();
  const roles = house.words.roles.filter((r) =>
    wanted === ""
      ? r.family === family.id
      : [r.name, r.short.full, ...r.heard.map((h) => h.text)].some((w) => w.toLowerCase().includes(wanted)),
  );
  const open = (to: string): void => {
    setSide("look");
    void navigate(to);
  };
  return (
    <div className="three h-full min-h-0 [--beside:276px]">
      <FamilyList
        house={house}
        style={style}
        current={family.id}
        onChange={change}
        onTable={() => setSide("table")}
        onOpen={(id) => {
          setFind("");
          open(`/house/${id}`);
        }}
      />
      <section aria-label={`Roles of ${family.name}`} className="card flex min-h-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
          <h2 className="font-semibold">
            {wanted === "" ? family.name : "Found"}{" "}
            <span className="font-normal text-ink-2">
              {wanted === "" ? "in house order" : `${roles.length} roles`}
            </span>
          </h2>
          <Input
            type="search"
            aria-label="Find a role"
            placeholder="Find a role"
            className="ml-auto w-32"
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
          {change && (
            <Button onClick={() => setSide("new")}>
              <Plus size={15} aria-hidden /> Add a role
            </Button>
          )}
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto">
          <table className="w-full table-fixed">
            <thead className="sticky top-0 z-10 bg-surface text-left text-xs text-ink-2">
              <tr>
                <th scope="col" className="w-[38%] border-b border-line px-3.5 py-2 font-semibold">
                  Role
                </th>
                <th scope="col" className="w-[31%] border-b border-line py-2 font-semibold">
                  Short forms
                </th>
                <th scope="col" className="border-b border-line py-2 font-semibold">
                  Also heard as
                </th>
              </tr>
            </thead>
            <tbody>
              {roles.map((r) => (
                <tr
                  key={r.id}
                  aria-selected={r.id === role?.id}
                  className={`border-b border-line ${r.id === role?.id ? "bg-moss-soft" : "hover:bg-bg"}`}
                  onClick={() => open(`/house/${r.family}/${r.id}`)}
                >
                  <td className="px-3.5 py-[7px]">
                    <span className="flex items-center gap-2.5">
                      <Tile {...roleLook(style, r.id)} />
                      <button
                        type="button"
                        className="truncate text-left font-semibold"
                        onClick={(e) => {
                          e.stopPropagation();
                          open(`/house/${r.family}/${r.id}`);
                        }}
                      >
                        {r.name}
                      </button>
                    </span>
                  </td>
                  <td className="truncate font-mono text-sm text-ink-2">
                    {[...new Set([r.short.full, r.short.eight, r.short.four])].join(" · ")}
                  </td>
                  <td
                    className="truncate pr-3 text-sm text-ink-2"
                    title={r.heard.map((h) => h.text).join(", ")}
                  >
                    {r.heard.map((h) => h.text).join(", ")}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {roles.length === 0 && (
            <p className="p-6 text-center text-ink-2">No role is called or heard as “{find}”.</p>
          )}
        </div>
        <TryName style={style} family={family.id} />
      </section>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        {side === "new" && change && (
          <NewRoleForm
            key={family.id}
            house={house}
            family={family.id}
            onAdd={(next, id) => {
              change(next);
              open(`/house/${family.id}/${id}`);
            }}
            onDone={() => setSide("look")}
          />
        )}
        {side === "table" && <WordTable work={{ house, change }} onDone={() => setSide("look")} />}
        {side === "look" &&
          (role ? (
            <RolePanel key={role.id} house={house} style={style} role={role} onChange={change} />
          ) : (
            <FamilyPanel key={family.id} house={house} style={style} family={family} onChange={change} />
          ))}
        {side === "look" && <WhatChanges session={session} pick={pick} of={TOUCHES} />}
      </aside>
    </div>
  );
}
