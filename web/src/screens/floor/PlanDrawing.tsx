import type { Schemas } from "../../api/client";
import type { GymPlan, Piece } from "../../saving/plan";

export const KINDS: Record<Piece["kind"], string> = {
  open: "open floor",
  rack: "rack",
  rig: "rig",
  wall: "wall",
};

interface Props {
  plan: GymPlan;
  layout?: Schemas["Layout"] | null;
  chosen?: number | null;
  onChoose?: (piece: number) => void;
  /** A piece was dragged: metres across and down. */
  onDrag?: (piece: number, across_m: number, down_m: number) => void;
}

/** The gym from above, to scale: pieces told apart by their hatching and their name, stations by number. */
export function PlanDrawing({ plan, layout, chosen = null, onChoose, onDrag }: Props) {
  const laid = layout?.laid ?? [];
  const round = [...laid, ...laid.slice(0, 1)].map((one) => `${one.x},${one.y}`).join(" ");
  return (
    <svg
      viewBox={`-0.2 -0.2 ${plan.width + 0.4} ${plan.depth + 0.4}`}
      className="block max-h-[70vh] w-full"
      role="img"
      aria-label={`The gym from above, ${plan.width} by ${plan.depth} m`}
    >
      <defs>
        <pattern
          id="hatch"
          width="0.4"
          height="0.4"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="0.4" stroke="#656056" strokeWidth="0.06" />
        </pattern>
        <pattern id="dots" width="0.4" height="0.4" patternUnits="userSpaceOnUse">
          <circle cx="0.2" cy="0.2" r="0.05" fill="#656056" />
        </pattern>
      </defs>
      <rect
        x="0"
        y="0"
        width={plan.width}
        height={plan.depth}
        fill="#fffdf8"
        stroke="#232a2d"
        strokeWidth="0.08"
      />
      {plan.pieces.map((piece, number) => (
        <g
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces have no other name and keep their order
          key={number}
          onPointerDown={(event) => {
            onChoose?.(number);
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => {
            const svg = event.currentTarget.ownerSVGElement;
            if (!onDrag || !svg || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
            const metre = svg.getBoundingClientRect().width / (plan.width + 0.4);
            onDrag(number, event.movementX / metre, event.movementY / metre);
          }}
          className={onDrag ? "cursor-move touch-none" : undefined}
          data-piece={number}
        >
          <rect
            x={piece.x}
            y={piece.y}
            width={piece.width}
            height={piece.depth}
            fill={piece.kind === "open" ? "#f7f3ea" : piece.kind === "wall" ? "url(#hatch)" : "url(#dots)"}
            stroke={chosen === number ? "#1f6f8b" : "#656056"}
            strokeWidth={chosen === number ? 0.12 : 0.04}
          />
          <text
            x={piece.x + 0.15}
            y={piece.y + Math.min(0.55, piece.depth - 0.1)}
            fontSize={Math.min(0.5, piece.depth * 0.7)}
            fill="#232a2d"
            stroke="#fffdf8"
            strokeWidth="0.12"
            paintOrder="stroke"
          >
            {piece.name || KINDS[piece.kind]}
          </text>
        </g>
      ))}
      {laid.length > 1 && (
        <polyline points={round} fill="none" stroke="#5b5f97" strokeWidth="0.06" strokeDasharray="0.2 0.15" />
      )}
      {laid.map((one) => (
        <g key={one.station}>
          <circle cx={one.x} cy={one.y} r="0.42" fill="#232a2d" />
          <text x={one.x} y={one.y + 0.18} fontSize="0.5" textAnchor="middle" fill="#f3efe4">
            {one.station + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}
