import {
  AlignCenterHorizontal, AlignCenterVertical, AlignEndHorizontal, AlignEndVertical, AlignHorizontalSpaceAround, AlignStartHorizontal, AlignStartVertical,
  AlignVerticalSpaceAround, FlipHorizontal2, FlipVertical2, Group, Package, RotateCcw, RotateCw, StretchHorizontal, StretchVertical, Ungroup, BoxSelect, type LucideIcon,
} from "lucide-react";
import { memo } from "react";
import type { PieceWork } from "../piece/usePiece";

const TOOLS: ([string, string, LucideIcon, number] | null)[] = [
  ["align_left", "Left edges in line", AlignStartVertical, 2],
  ["align_centre", "Middles in line, one above the other", AlignCenterVertical, 2],
  ["align_right", "Right edges in line", AlignEndVertical, 2],
  ["align_top", "Upper edges in line", AlignStartHorizontal, 2],
  ["align_middle", "Middles in line, side by side", AlignCenterHorizontal, 2],
  ["align_bottom", "Lower edges in line", AlignEndHorizontal, 2],
  null,
  ["equal_width", "Equal gaps, side by side", AlignHorizontalSpaceAround, 3],
  ["equal_height", "Equal gaps, one above the other", AlignVerticalSpaceAround, 3],
  ["gap_width", "The gap wished for, side by side", StretchHorizontal, 2],
  ["gap_height", "The gap wished for, one above the other", StretchVertical, 2],
  ["mirror_width", "Change left and right over", FlipHorizontal2, 2],
  ["mirror_height", "Change top and bottom over", FlipVertical2, 2],
  null,
  ["turn_left", "Turn 15° to the left", RotateCcw, 1],
  ["turn_right", "Turn 15° to the right", RotateCw, 1],
  ["quarter", "90°: a quarter turn", RotateCw, 1],
  null,
  ["group", "Move these together from now on", Group, 2],
  ["ungroup", "Each by itself again", Ungroup, 1],
  ["centre", "Into the middle of what shows", BoxSelect, 1],
  ["smallest", "Lay all in the smallest box", Package, 0],
];

/** What can be done to the things in hand; with none in hand, to all of them. */
export const ArrangeBar = memo(function ArrangeBar({ keys, count, onEdit }: { keys: string[]; count: number; onEdit: PieceWork["edit"] }) {
  const inHand = keys.length || count;
  return (
    <div className="absolute left-16 right-2 top-1.5 z-20 flex flex-wrap items-center justify-end" role="toolbar" aria-label="Arranging">
      <span className="mr-1 text-[12.5px] text-soft">{keys.length ? `${keys.length} in hand` : "all"}</span>
      {TOOLS.map((tool, i) =>
        tool === null ? (
          <span key={i} className="mx-0.5 h-4 border-l border-rule" aria-hidden />
        ) : (
          <button
            key={tool[0]}
            type="button"
            className="btn btn-bare px-[3px] py-0.5"
            aria-label={tool[1]}
            title={tool[1]}
            disabled={inHand < tool[3]}
            onClick={() => onEdit([{ op: "arrange", how: tool[0], items: tool[0] === "smallest" ? [] : keys }])}
          >
            <Icon of={tool[2]} quarter={tool[0] === "quarter"} />
          </button>
        ),
      )}
    </div>
  );
});

function Icon({ of: Of, quarter }: { of: LucideIcon; quarter: boolean }) {
  return quarter ? <span className="fig text-[13px]">90°</span> : <Of size={16} aria-hidden />;
}
