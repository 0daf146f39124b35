import { underSameIds } from "@mossy/core/compare/sameIds";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { sideOf } from "../compare/sides.ts";
import { useSide } from "../compare/useSide.ts";
import type { LoadedSide } from "../compare/useSide.ts";
import { PageHead } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { queries, useStyle } from "../wire/queries.ts";
import { Proposing } from "./proposing.tsx";

/** Proposing of a comparison what another state has that a template should have too. The address is the comparison. */
export default function NewProposalPage() {
  const [params] = useSearchParams();
  const [a, b] = [sideOf(params.get("a")), sideOf(params.get("b"))];
  const [first, second] = [useSide(a, null), useSide(b, null)];
  const template = a?.of === "draft" || a?.of === "release" ? a.template : null;
  const { data, error } = useQuery({ ...queries.template(template ?? ""), enabled: template !== null });
  const failed = first.error ? first : second.error ? second : null;
  if (failed) return <Failed error={failed.error} again={failed.again} />;
  if (error) return <Failed error={error} />;
  if (template === null || !b)
    return (
      <div className="card">
        <Empty title="Compare first">
          Compare a draft or release of a template with something else; what that has is then proposed.
        </Empty>
      </div>
    );
  if (!first.side || !second.side || !data) return <Loading what="Fetching both" />;
  return <Compared a={first.side} b={second.side} template={{ id: data.id, name: data.name }} />;
}

function Compared({
  a,
  b,
  template,
}: {
  a: LoadedSide;
  b: LoadedSide;
  template: { readonly id: string; readonly name: string };
}) {
  const navigate = useNavigate();
  const { style } = useStyle();
  const same = useMemo(
    () => underSameIds(style, a.session, b.session).session,
    [style, a.session, b.session],
  );
  return (
    <div className="flex h-full min-h-[620px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          ["Proposals", "/library/proposals"],
        ]}
        title="Propose"
      />
      <p className="text-sm text-ink-2">
        What “{b.name}” has that “{a.name}” has not.
      </p>
      <Proposing
        a={a.session}
        b={same}
        template={template}
        session={null}
        onDone={() => void navigate("/library/proposals")}
      />
    </div>
  );
}
