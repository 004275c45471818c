// What the prep column and its rows share.
import type { Bench, Schemas, Session } from "../../api/client";
import type { Lit, Point } from "../../thread/thread";
import type { Draft } from "./draft";

export const PHASE_WORD: Record<string, string> = {
  raise: "raise", release: "release", open: "open", "switch-on": "switch on", rehearse: "rehearse", settle: "settle",
};

export interface PrepProps {
  session: Session;
  shelf: Schemas["Shelf"];
  draft: Draft;
  change: (to: Partial<Draft>) => void;
  bench: Bench | undefined;
  busy: boolean;
  classId: number | undefined;
  lit: Lit | null;
  onPoint: (point: Point | null) => void;
  onHold: (point: Point | null) => void;
}
