import type { MoveStep } from "../disk/moves.ts";
import { writeCsv } from "./table.ts";

/**
 * In single quotes a POSIX shell takes everything as it stands but the quote itself (POSIX.1, Shell Command
 * Language 2.2.2).
 */
const shell = (path: string): string => `'./${path.replaceAll("'", `'\\''`)}'`;
/**
 * In single quotes PowerShell takes everything as it stands; a quote is doubled, the typographic ones as
 * well.
 */
const power = (path: string): string => `'${`./${path}`.replace(/['\u2018\u2019\u201a\u201b]/g, "$&$&")}'`;

/**
 * A move plan as a POSIX shell script, to be run in the folder the plan was made for (or with that folder
 * as its argument).
 * Every step is checked before it is done: what moves must be there, its target must not; the first that
 * fails stops it.
 */
export function posixScript(steps: readonly MoveStep[], title: string): string {
  const lines = steps.map((s) =>
    s.do === "move" ? `move ${shell(s.from)} ${shell(s.to)}` : `folder ${shell(s.path)}`,
  );
  return `#!/bin/sh
# ${title.replace(/[\r\n]+/g, " ")}
# Run it in the folder it was made for, or name that folder: sh moves.sh /path/to/folder
# Add "dry" behind it to see what it would do. Nothing is deleted or overwritten.
set -eu
cd -- "\${1:-.}"
dry="\${2:-}"
done_so_far=0
there() { [ -e "$1" ] || [ -L "$1" ]; }
stop() { printf '%s\\n' "Stopped after $done_so_far of ${steps.length} steps: $1" >&2; exit 1; }
move() {
  if [ -n "$dry" ]; then printf '%s -> %s\\n' "$1" "$2"; return 0; fi
  there "$1" || stop "$1 is not there."
  if there "$2"; then stop "$2 is there already."; fi
  mv -- "$1" "$2"
  done_so_far=$((done_so_far + 1))
}
folder() {
  if [ -n "$dry" ]; then printf 'new folder %s\\n' "$1"; return 0; fi
  if there "$1"; then stop "$1 is there already."; fi
  mkdir -- "$1"
  done_so_far=$((done_so_far + 1))
}
${lines.join("\n")}
printf '%s\\n' "All ${steps.length} steps are done."
`;
}

/** The same as a PowerShell script. */
export function powerShellScript(steps: readonly MoveStep[], title: string): string {
  const lines = steps.map((s) =>
    s.do === "move" ? `Move-Step ${power(s.from)} ${power(s.to)}` : `New-Folder ${power(s.path)}`,
  );
  return `# ${title.replace(/[\r\n]+/g, " ")}
# Run it in the folder it was made for, or name that folder: .\\moves.ps1 -Root D:\\Folder
# Add -Dry to see what it would do. Nothing is deleted or overwritten.
param([string]$Root = '.', [switch]$Dry)
Set-StrictMode -Version Latest
$ErrorActionPreference = 'Stop'
Set-Location -LiteralPath $Root
$script:DoneSoFar = 0
function Stop-Here([string]$Why) { throw "Stopped after $script:DoneSoFar of ${steps.length} steps: $Why" }
function Move-Step([string]$From, [string]$To) {
  if ($Dry) { Write-Output "$From -> $To"; return }
  if (-not (Test-Path -LiteralPath $From)) { Stop-Here "$From is not there." }
  if (Test-Path -LiteralPath $To) { Stop-Here "$To is there already." }
  $Here = (Get-Location).ProviderPath
  [System.IO.Directory]::Move((Join-Path $Here $From), (Join-Path $Here $To))
  $script:DoneSoFar++
}
function New-Folder([string]$Path) {
  if ($Dry) { Write-Output "new folder $Path"; return }
  if (Test-Path -LiteralPath $Path) { Stop-Here "$Path is there already." }
  [void][System.IO.Directory]::CreateDirectory((Join-Path (Get-Location).ProviderPath $Path))
  $script:DoneSoFar++
}
${lines.join("\r\n")}
Write-Output "All ${steps.length} steps are done."
`.replace(/\r?\n/g, "\r\n");
}

/** A move plan as CSV (RFC 4180): number, what is done, from, to. No cell can run as a formula. */
export function movesCsv(steps: readonly MoveStep[]): string {
  const rows = steps.map((s, i) =>
    s.do === "move" ? [String(i + 1), "move", s.from, s.to] : [String(i + 1), "new folder", "", s.path],
  );
  return writeCsv(["Step", "Do", "From", "To"], rows);
}
