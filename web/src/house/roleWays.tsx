import type { House } from "@mossy/core/house/house";
import { houseProblems } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import type { Role } from "@mossy/core/words/wordlist";
import { useState } from "react";
import { useNavigate } from "react-router";
import { RolePicker } from "../words/rolePicker.tsx";
import { Button } from "../ui/button.tsx";
import { mergeRoles, moveRole, removeRole } from "@mossy/core/house/edit";
import { Chooser } from "../ui/chooser.tsx";

/** What is done with a role as a whole: another family, its words merged into another role, taken out. */
export function RoleWays({
  house,
  style,
  role,
  onChange,
  onProblem,
}: {
  house: House;
  style: Style;
  role: Role;
  onChange: (next: House) => void;
  onProblem: (problem: string | null) => void;
}) {
  const [asking, setAsking] = useState<"merge" | "out" | null>(null);
  const navigate = useNavigate();
  const refuse = (why: string): void => {
    onProblem(why);
    setAsking(null);
  };
  const takeOut = (): void => {
    const made = removeRole(house, role.id);
    if ("problem" in made) return refuse(made.problem);
    onChange(made.house);
    void navigate(`/house/${role.family}`);
  };
  const merge = (into: string): void => {
    const merged = mergeRoles(house, role.id, into);
    const [off] = houseProblems(merged);
    if (off) return refuse(`That does not work: ${off.message}.`);
    onChange(merged);
    const family = house.words.roles.find((x) => x.id === into)?.family ?? role.family;
    void navigate(`/house/${family}/${into}`);
  };
  const moveTo = (family: string): void => {
    onChange(moveRole(house, role.id, family));
    void navigate(`/house/${family}/${role.id}`);
  };
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-3">
      <Chooser
        label="Family"
        value={role.family}
        options={house.words.families.map((f) => [f.id, f.name])}
        onChoose={(family) => family !== null && moveTo(family)}
      />
      {asking === "merge" && (
        <RolePicker style={style} label="The role that takes its words over" onChoose={merge} />
      )}
      {asking === "out" && (
        <div className="flex items-center gap-2 text-sm">
          <span className="flex-1">Take “{role.name}” out?</span>
          <Button small look="main" onClick={takeOut}>
            Take out
          </Button>
          <Button small onClick={() => setAsking(null)}>
            No
          </Button>
        </div>
      )}
      {asking === null && (
        <div className="flex gap-2">
          <Button small onClick={() => setAsking("merge")}>
            Merge into…
          </Button>
          <Button small onClick={() => setAsking("out")}>
            Take out…
          </Button>
        </div>
      )}
    </div>
  );
}
