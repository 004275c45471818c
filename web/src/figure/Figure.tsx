import { useEffect, useRef, useState } from "react";
import type { Picture } from "../api/client";

type Point = number[];
type Points = Record<string, Point>;
type Shape = { kind: string; at: Point[]; size: number };
type ArcMark = {
  motion: string;
  centre: Point;
  start_deg: number;
  needed_deg: number;
  has_deg: number | null;
  sign: number;
};

const BODY = { trunk: 0.082, thigh: 0.062, shank: 0.05, arm: 0.04, foot: 0.034, neck: 0.045, head: 0.062 };
const FRAME_MS = 110;
const REST_MS = 500;
const ROOM = 0.07; // air round the figure, share of height

export interface FigureProps {
  picture: Picture;
  label: string;
  /** Play from the first pose to the second and back. */
  moving?: boolean;
  /** Where in its motion it is, by a clock of somebody else: milliseconds since it began, and how long there and back take. */
  at_ms?: number;
  cycle_ms?: number;
  /** Draw for a dark ground. */
  dark?: boolean;
  className?: string;
  showArcs?: boolean;
  lit?: boolean;
  /** Joints that can be dragged sideways; ``onDrag`` gets the joint and how far, in pixels. */
  handles?: string[];
  onDrag?: (joint: string, pixels: number) => void;
}

/** A jointed figure drawn from the core's joint places. It draws; it works out no angle of its own. */
export function Figure({
  picture,
  label,
  moving = false,
  at_ms,
  cycle_ms,
  dark = false,
  className,
  showArcs = true,
  lit = false,
  handles = [],
  onDrag,
}: FigureProps) {
  const own = useFrame(picture, moving && at_ms === undefined);
  const frame = at_ms === undefined ? own : frameAt(picture, at_ms, cycle_ms);
  const points = frame === null ? picture.points : pointsAt(picture, frame);
  const shapes = ((frame === null ? picture.shapes : picture.frame_shapes?.[frame]) ??
    picture.shapes) as Shape[];
  const [x0 = 0, , x1 = 1, y1 = 1] = picture.box;
  const side = Math.max(x1 - x0, y1, 0.62) + 2 * ROOM;
  const left = (x0 + x1) / 2 - side / 2;
  const ink = dark ? "#f3efe4" : "#232a2d";
  const far = dark ? "#77858c" : "#a9aca3";
  const ground = dark ? "#47535a" : "#cfc6b3";
  const edge = dark ? "#232a2d" : lit ? "#fffdf8" : "#f2ecdf";
  const kit = dark ? "#f0c068" : "#7b6f58";
  const front = "far_hip" in points; // both sides are near the viewer
  const arcs = showArcs && frame === null ? (picture.arcs as ArcMark[]) : [];
  return (
    <svg
      viewBox={`${left} ${-(side - ROOM)} ${side} ${side}`}
      className={className}
      role={label ? "img" : undefined}
      aria-label={label || undefined}
      aria-hidden={label ? undefined : true}
    >
      <line
        x1={left + 0.02}
        x2={left + side - 0.02}
        y1={0.012}
        y2={0.012}
        stroke={ground}
        strokeWidth={0.012}
      />
      {shapes.filter(isBehind).map((shape, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no names and keep their order
        <Kit key={index} shape={shape} colour={kit} />
      ))}
      {front ? (
        <FrontTrunk points={points} colour={ink} />
      ) : (
        <>
          <Limb points={points} through={["hip", "far_knee", "far_ankle"]} width={BODY.shank} colour={far} />
          <Limb points={points} through={["far_heel", "far_toe"]} width={BODY.foot} colour={far} />
          <Limb
            points={points}
            through={["shoulder", "far_elbow", "far_wrist", "far_fingers"]}
            width={BODY.arm}
            colour={far}
          />
          <Limb points={points} through={["shoulder", "neck"]} width={BODY.neck} colour={ink} />
          <Limb points={points} through={["hip", "waist", "shoulder"]} width={BODY.trunk} colour={ink} />
        </>
      )}
      <Limb points={points} through={["hip", "knee"]} width={BODY.thigh} colour={ink} />
      <Limb points={points} through={["knee", "ankle"]} width={BODY.shank} colour={ink} />
      <Limb points={points} through={["ankle", "heel", "toe"]} width={BODY.foot} colour={ink} />
      <circle cx={at(points, "head")[0]} cy={-at(points, "head")[1]} r={BODY.head} fill={ink} />
      <Limb
        points={points}
        through={["shoulder", "elbow", "wrist", "fingers"]}
        width={BODY.arm + 0.022}
        colour={edge}
      />
      <Limb
        points={points}
        through={["shoulder", "elbow", "wrist", "fingers"]}
        width={BODY.arm}
        colour={ink}
      />
      {shapes
        .filter((shape) => !isBehind(shape))
        .map((shape, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no names and keep their order
          <Kit key={index} shape={shape} colour={kit} />
        ))}
      {arcs.map((one) => (
        <AngleArc key={one.motion} arc={one} dark={dark} />
      ))}
      {handles.map((joint) => (
        <Handle key={joint} at={at(points, joint)} onDrag={(pixels) => onDrag?.(joint, pixels)} />
      ))}
    </svg>
  );
}

/** Seen from the front: the trunk as wide as shoulders and hips, and the viewer's left side in the same ink as the right. */
function FrontTrunk({ points, colour }: { points: Points; colour: string }) {
  const between = (a: string, b: string, share = 0.5): Point =>
    [0, 1].map((axis) => (at(points, a)[axis] ?? 0) * (1 - share) + (at(points, b)[axis] ?? 0) * share);
  const chest = between("shoulder", "far_shoulder");
  const waist = at(points, "waist");
  const hips = between("hip", "far_hip");
  const side = (share: number): Point =>
    [0, 1].map((axis) => (waist[axis] ?? 0) + ((at(points, "hip")[axis] ?? 0) - (hips[axis] ?? 0)) * share);
  const outline = [
    between("shoulder", "neck", 0.12),
    between("neck", "shoulder", 0.42),
    between("neck", "far_shoulder", 0.42),
    between("far_shoulder", "neck", 0.12),
    side(-0.95),
    at(points, "far_hip"),
    at(points, "hip"),
    side(0.95),
  ]
    .map(([x, y]) => `${x},${-(y ?? 0)}`)
    .join(" ");
  return (
    <>
      <polyline
        points={`${chest[0]},${-(chest[1] ?? 0)} ${at(points, "neck")[0]},${-at(points, "neck")[1]}`}
        stroke={colour}
        strokeWidth={BODY.neck}
        strokeLinecap="round"
      />
      <polygon points={outline} fill={colour} stroke={colour} strokeWidth={BODY.arm} strokeLinejoin="round" />
      <Limb points={points} through={["far_hip", "far_knee"]} width={BODY.thigh} colour={colour} />
      <Limb points={points} through={["far_knee", "far_ankle"]} width={BODY.shank} colour={colour} />
      <Limb
        points={points}
        through={["far_ankle", "far_heel", "far_toe"]}
        width={BODY.foot}
        colour={colour}
      />
      <Limb
        points={points}
        through={["far_shoulder", "far_elbow", "far_wrist", "far_fingers"]}
        width={BODY.arm}
        colour={colour}
      />
    </>
  );
}

/** A joint to take hold of. The sliders beside the figure do the same by keyboard. */
function Handle({ at: [x, y], onDrag }: { at: [number, number]; onDrag: (pixels: number) => void }) {
  return (
    <circle
      cx={x}
      cy={-y}
      r={0.042}
      fill="#fffdf8"
      fillOpacity={0.85}
      stroke="#1f6f8b"
      strokeWidth={0.012}
      className="cursor-ew-resize touch-none"
      aria-hidden
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId) && event.movementX)
          onDrag(event.movementX);
      }}
    />
  );
}

function at(points: Points, name: string): [number, number] {
  const found = points[name];
  return [found?.[0] ?? 0, found?.[1] ?? 0];
}

function Limb({
  points,
  through,
  width,
  colour,
}: {
  points: Points;
  through: string[];
  width: number;
  colour: string;
}) {
  const path = through
    .map((name) => at(points, name))
    .map(([x, y]) => `${x},${-y}`)
    .join(" ");
  return (
    <polyline
      points={path}
      fill="none"
      stroke={colour}
      strokeWidth={width}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}

function isBehind(shape: Shape): boolean {
  return ["rect", "wall", "post", "band", "line", "loop"].includes(shape.kind);
}

function Kit({ shape, colour }: { shape: Shape; colour: string }) {
  const [a = [0, 0], b = a] = shape.at;
  const [ax = 0, ay = 0] = a;
  const [bx = ax, by = ay] = b;
  switch (shape.kind) {
    case "ring":
      return <circle cx={ax} cy={-ay} r={shape.size} fill="none" stroke={colour} strokeWidth={0.02} />;
    case "disc":
      return <circle cx={ax} cy={-ay} r={shape.size} fill={colour} />;
    case "dot":
      return <circle cx={ax} cy={-ay} r={shape.size} fill={colour} />;
    case "rect":
      return (
        <rect
          x={ax}
          y={-by}
          width={bx - ax}
          height={by - ay}
          rx={0.012}
          fill={colour}
          opacity={0.35}
          stroke={colour}
          strokeWidth={0.01}
        />
      );
    case "thick":
      return (
        <line x1={ax} y1={-ay} x2={bx} y2={-by} stroke={colour} strokeWidth={0.05} strokeLinecap="round" />
      );
    case "handle":
      return <line x1={ax} y1={-ay} x2={bx} y2={-by} stroke={colour} strokeWidth={0.03} />;
    case "band":
      return (
        <line
          x1={ax}
          y1={-ay}
          x2={bx}
          y2={-by}
          stroke={colour}
          strokeWidth={0.016}
          strokeDasharray="0.03 0.018"
        />
      );
    case "wall":
      return <line x1={ax} y1={-ay} x2={bx} y2={-by} stroke={colour} strokeWidth={0.03} opacity={0.6} />;
    case "loop":
      return (
        <path
          d={`M ${ax} ${-ay} C ${ax + 0.35} ${-by + 0.05}, ${bx + 0.1} ${0.04}, ${bx - 0.2} ${-by}`}
          fill="none"
          stroke={colour}
          strokeWidth={0.012}
        />
      );
    default:
      return <line x1={ax} y1={-ay} x2={bx} y2={-by} stroke={colour} strokeWidth={0.016} />;
  }
}

/** Needed angle as the wide arc, the angle people have as the thin one inside it. */
function AngleArc({ arc, dark }: { arc: ArcMark; dark: boolean }) {
  const colour = dark ? "#8fd0e6" : "#1f6f8b";
  const needed = sweep(arc.centre, 0.155, arc.start_deg, arc.sign * arc.needed_deg);
  const has =
    arc.has_deg === null
      ? null
      : sweep(arc.centre, 0.115, arc.start_deg, arc.sign * Math.max(0, arc.has_deg));
  return (
    <g fill="none" stroke={colour} strokeLinecap="round">
      <path d={needed} strokeWidth={0.026} />
      {has && <path d={has} strokeWidth={0.014} opacity={0.75} />}
      <circle cx={arc.centre[0]} cy={-(arc.centre[1] ?? 0)} r={0.02} fill={colour} stroke="none" />
    </g>
  );
}

/** An SVG arc; directions are degrees from straight down turning forward and up, as the core counts them. */
function sweep(centre: Point, radius: number, startDeg: number, sweepDeg: number): string {
  const clipped = Math.max(-350, Math.min(350, sweepDeg));
  const place = (deg: number) => {
    const angle = (deg * Math.PI) / 180;
    return [(centre[0] ?? 0) + radius * Math.sin(angle), -((centre[1] ?? 0) - radius * Math.cos(angle))];
  };
  const [sx = 0, sy = 0] = place(startDeg);
  const [ex = 0, ey = 0] = place(startDeg + clipped);
  return `M ${sx} ${sy} A ${radius} ${radius} 0 ${Math.abs(clipped) > 180 ? 1 : 0} ${clipped > 0 ? 0 : 1} ${ex} ${ey}`;
}

/** The points of a frame: those it names; the far side goes with the near one where it is not named; the rest stays. */
function pointsAt(picture: Picture, frame: number): Picture["points"] {
  const named = picture.frames?.[frame] ?? {};
  const points = { ...picture.points, ...named };
  for (const name of Object.keys(picture.points)) {
    const near = named[name.replace(/^far_/, "")];
    if (name.startsWith("far_") && !(name in named) && near) points[name] = near;
  }
  return points;
}

/** The frame after some time: half of a cycle there, half back, each with a rest at its end; null where nothing may move. */
function frameAt(picture: Picture, at_ms: number, cycle_ms?: number): number | null {
  const count = picture.frames?.length ?? 0;
  if (count < 2 || window.matchMedia("(prefers-reduced-motion: reduce)").matches) return null;
  const usual_ms = 2 * ((count - 1) * FRAME_MS + REST_MS);
  const whole_ms = cycle_ms ?? usual_ms;
  const rest_ms = (REST_MS * whole_ms) / usual_ms;
  const way_ms = whole_ms / 2 - rest_ms;
  const within_ms = Math.max(0, at_ms) % whole_ms;
  const back = within_ms >= whole_ms / 2;
  const share = Math.min(1, (within_ms - (back ? whole_ms / 2 : 0)) / way_ms);
  const step = Math.round(share * (count - 1));
  return back ? count - 1 - step : step;
}

/** The frame to show, there and back again, or null when standing still. */
function useFrame(picture: Picture, moving: boolean): number | null {
  const count = picture.frames?.length ?? 0;
  const [frame, setFrame] = useState<number | null>(null);
  const step = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another picture starts its motion anew
  useEffect(() => {
    const still = !moving || count < 2 || window.matchMedia("(prefers-reduced-motion: reduce)").matches;
    if (still) {
      setFrame(null);
      return;
    }
    let timer = 0;
    const tick = () => {
      const round = 2 * (count - 1);
      step.current = (step.current + 1) % round;
      const shown = step.current < count ? step.current : round - step.current;
      setFrame(shown);
      timer = window.setTimeout(tick, shown === 0 || shown === count - 1 ? REST_MS : FRAME_MS);
    };
    timer = window.setTimeout(tick, 60);
    return () => window.clearTimeout(timer);
  }, [moving, count, picture]);
  return frame;
}
