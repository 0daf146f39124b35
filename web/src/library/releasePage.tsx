import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { fileAddress } from "../wire/ask.ts";
import { queries, useStyle } from "../wire/queries.ts";
import { useStandingIn } from "../rooms/standing.ts";
import { compareAddress } from "../compare/sides.ts";
import { useFindings } from "../check/useFindings.ts";
import { day } from "../ui/dates.ts";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { RemarksOn } from "../remarks/remarksOn.tsx";
import { Inspector } from "../sheet/inspector.tsx";
import { NONE as NOTHING_CHOSEN } from "../ui/grid/selection.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { Sheet } from "../sheet/sheet.tsx";
import { emptySession } from "@mossy/core/session/document";
import { onMidi } from "@mossy/core/session/onMidi";

const NONE = emptySession("none");

export default function ReleasePage() {
  const { template = "", release = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.release(template, Number(release)));
  const { data: rooms } = useQuery(queries.rooms);
  const { style } = useStyle();
  const standing = useStandingIn();
  const [chosen, setChosen] = useState<Selection>(NOTHING_CHOSEN);
  const findings = useFindings(style, data?.session ?? NONE, null);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the release" />;
  const track = data.session.tracks.find((t) => t.id === chosen.at);
  const room = rooms?.rooms.find((r) => r.id === standing) ?? rooms?.rooms[0];
  const when = day(data.publishedAt);
  return (
    <div className="flex h-full min-h-[560px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Library", "/library"],
          [data.name, `/library/${template}`],
        ]}
        title={`Release ${data.number}`}
        beside={<Pill look="ok">published, never changes</Pill>}
      >
        <SaveRelease template={template} release={release} midi={onMidi(data.session).length > 0} />
        <Button asChild>
          <Link
            to={compareAddress(
              { of: "release", template, release: data.number },
              { of: "draft", template },
            )}
          >
            Compare
          </Link>
        </Button>
        {room && (
          <Button look="main" asChild>
            <Link to={`/start?template=${template}&release=${data.number}&room=${room.id}`}>
              Start a session
            </Link>
          </Button>
        )}
      </PageHead>
      <p className="text-sm text-ink-2">
        “{data.note}” · {data.publishedBy.name}, {when} · edition {data.edition} of the house style
      </p>
      <div className="beside min-h-0 flex-1 [--beside:264px]">
        <section aria-label="The release" className="card min-h-0 overflow-hidden">
          <Sheet
            style={style}
            session={data.session}
            findings={findings.byTrack}
            selection={chosen}
            onSelect={setChosen}
            compact={false}
            find=""
            onType={null}
          />
        </section>
        <aside aria-label="Selected" className="min-h-0 overflow-y-auto">
          {track ? (
            <Inspector
              style={style}
              session={data.session}
              track={track}
              findings={findings.byTrack.get(track.id) ?? []}
              work={null}
            />
          ) : (
            <div className="card">
              <Empty title="Nothing selected">Choose a track to see why the house wants it so.</Empty>
            </div>
          )}
          <div className="pt-4">
            <RemarksOn
              title="Remarks on this release"
              of={{ sort: "template", id: template }}
              on={{ what: "release", release: data.number }}
              which={({ on }) => on.what === "release" && on.release === data.number}
            />
          </div>
        </aside>
      </div>
    </div>
  );
}

/** The release as a file: for a workstation, for another house, for whatever plays MIDI. */
function SaveRelease({ template, release, midi }: { template: string; release: string; midi: boolean }) {
  const kinds = [
    ["session", "Session file"],
    ["template", "Template file"],
    ...(midi ? [["midi", "MIDI file"] as const] : []),
  ] as const;
  return kinds.map(([as, label]) => (
    <Button key={as} asChild>
      <a href={fileAddress("templateFile", { template }, { release, as })} download>
        <Download size={15} aria-hidden /> {label}
      </a>
    </Button>
  ));
}
