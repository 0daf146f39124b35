import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { NewPassword } from "../people/passwordField.tsx";

export interface HouseAndLeadWish {
  readonly name: string;
  readonly lead: { readonly name: string; readonly signIn: string; readonly password: string };
}

/** What the house is called, and who its first lead is. */
export function HouseAndLead({
  wish,
  onChange,
  onNext,
}: {
  wish: HouseAndLeadWish;
  onChange: (wish: HouseAndLeadWish) => void;
  onNext: () => void;
}) {
  const { lead } = wish;
  const setLead = (fields: Partial<HouseAndLeadWish["lead"]>): void =>
    onChange({ ...wish, lead: { ...lead, ...fields } });
  return (
    <form
      className="card flex flex-col gap-4 p-5"
      onSubmit={(e) => {
        e.preventDefault();
        onNext();
      }}
    >
      <Field label="What the house is called">
        <Input
          autoFocus
          required
          maxLength={80}
          value={wish.name}
          onChange={(e) => onChange({ ...wish, name: e.target.value })}
        />
      </Field>
      <p className="text-sm text-ink-2">
        You are its first lead: you keep its conventions and say who may do what. More leads can join later.
      </p>
      <div className="grid grid-cols-2 gap-4 max-[640px]:grid-cols-1">
        <Field label="Your name, as everybody sees it">
          <Input
            required
            maxLength={80}
            autoComplete="name"
            value={lead.name}
            onChange={(e) => setLead({ name: e.target.value })}
          />
        </Field>
        <Field label="Sign-in name">
          <Input
            required
            minLength={2}
            maxLength={60}
            pattern="\S+"
            title="No spaces: it is typed to sign in"
            autoComplete="username"
            value={lead.signIn}
            onChange={(e) => setLead({ signIn: e.target.value })}
          />
        </Field>
      </div>
      <NewPassword
        value={lead.password}
        known={[lead.name, lead.signIn, wish.name]}
        onType={(password) => setLead({ password })}
      />
      <Button look="main" type="submit" className="self-end">
        Next
      </Button>
    </form>
  );
}
