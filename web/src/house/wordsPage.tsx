import { Plus } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { FamilyList } from "./familyList.tsx";
import { FamilyPanel } from "./familyPanel.tsx";
import { NewRoleForm } from "./newRole.tsx";
import { RolePanel } from "./rolePanel.tsx";
import type { House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import type { Family, Role } from "@mossy/core/words/wordlist";
import { ListPage, OpenButton, Scroll, Table, openLine } from "../ui/listPage.tsx";
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
  useShortcuts(change ? [{ keys: "A", says: "Add a role", run: () => setSide("new") }] : []);
  if (!family) return <NoWords />;
  const wanted = find.trim();
  const open = (to: string): void => {
    setSide("look");
    void navigate(to);
  };
  return (
    <ListPage
      label={`Roles of ${family.name}`}
      width="276px"
      lists={
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
      }
      bar={
        <RolesBar
          family={family}
          found={wanted === "" ? null : rolesFound(house, wanted).length}
          find={find}
          onFind={setFind}
          onAdd={change ? () => setSide("new") : null}
        />
      }
      foot={<TryName style={style} family={family.id} />}
      selected={
        <>
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
        </>
      }
    >
      <Scroll>
        <RoleTable
          style={style}
          roles={wanted === "" ? rolesOf(house, family) : rolesFound(house, wanted)}
          chosen={role?.id ?? null}
          find={find}
          onOpen={(r) => open(`/house/${r.family}/${r.id}`)}
        />
      </Scroll>
    </ListPage>
  );
}

/** A house that has written no words down yet. */
function NoWords() {
  return (
    <div className="card">
      <Empty title="The house has no words yet">
        <Link to="/house/editions" className="font-semibold text-moss hover:underline">
          Begin from a starter, or from a file of another house
        </Link>
      </Empty>
    </div>
  );
}

const rolesOf = (house: House, family: Family): Role[] =>
  house.words.roles.filter((r) => r.family === family.id);

/** Roles that are called or heard as what was typed, of whatever family. */
function rolesFound(house: House, typed: string): Role[] {
  const wanted = typed.toLowerCase();
  return house.words.roles.filter((r) =>
    [r.name, r.short.full, ...r.heard.map((h) => h.text)].some((w) => w.toLowerCase().includes(wanted)),
  );
}

function RolesBar({
  family,
  found,
  find,
  onFind,
  onAdd,
}: {
  family: Family;
  found: number | null;
  find: string;
  onFind: (text: string) => void;
  onAdd: (() => void) | null;
}) {
  return (
    <>
      <h2 className="font-semibold">
        {found === null ? family.name : "Found"}{" "}
        <span className="font-normal text-ink-2">
          {found === null ? "in house order" : `${found} roles`}
        </span>
      </h2>
      <Input
        type="search"
        aria-label="Find a role"
        placeholder="Find a role"
        className="ml-auto w-32"
        value={find}
        onChange={(e) => onFind(e.target.value)}
      />
      {onAdd && (
        <Button onClick={onAdd}>
          <Plus size={15} aria-hidden /> Add a role
        </Button>
      )}
    </>
  );
}

const ROLE_COLUMNS = [
  ["Role", "w-[38%] px-3.5"],
  ["Short forms", "w-[31%]"],
  ["Also heard as", ""],
] as const;

function RoleTable({
  style,
  roles,
  chosen,
  find,
  onOpen,
}: {
  style: Style;
  roles: readonly Role[];
  chosen: string | null;
  find: string;
  onOpen: (role: Role) => void;
}) {
  if (roles.length === 0)
    return <p className="p-6 text-center text-ink-2">No role is called or heard as “{find}”.</p>;
  return (
    <Table head={ROLE_COLUMNS}>
      {roles.map((r) => {
        const heard = r.heard.map((h) => h.text).join(", ");
        return (
          <tr key={r.id} className={openLine(r.id === chosen)}>
            <td className="px-3.5 py-[7px]">
              <span className="flex items-center gap-2.5">
                <Tile {...roleLook(style, r.id)} />
                <OpenButton here={r.id === chosen} className="truncate" onOpen={() => onOpen(r)}>
                  {r.name}
                </OpenButton>
              </span>
            </td>
            <td className="truncate font-mono text-sm text-ink-2">
              {[...new Set([r.short.full, r.short.eight, r.short.four])].join(" · ")}
            </td>
            <td className="truncate pr-3 text-sm text-ink-2" title={heard}>
              {heard}
            </td>
          </tr>
        );
      })}
    </Table>
  );
}
