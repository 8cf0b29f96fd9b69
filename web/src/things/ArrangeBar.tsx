import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import { memo } from "react";
import { useKeys } from "../parts/keys";
import type { PieceWork } from "../piece/usePiece";

/** What one can want of things that lie together: how it is sent, in words, how many it takes, its key. */
type Tool = [how: string, words: string, least: number, key?: string];

const GROUPS: [title: string, tools: Tool[]][] = [
  [
    "Line up",
    [
      ["align_top", "Tops in one line", 2, "t"],
      ["align_middle", "Centres in one line, side by side", 2],
      ["align_bottom", "Bottoms in one line", 2],
      ["align_left", "Left edges in one line", 2, "l"],
      ["align_centre", "Centres in one line, one above the other", 2],
      ["align_right", "Right edges in one line", 2, "r"],
    ],
  ],
  [
    "Gaps",
    [
      ["equal_width", "Same gaps, side by side", 3, "g"],
      ["equal_height", "Same gaps, one above the other", 3, "v"],
      ["gap_width", "The gap asked for, side by side", 2],
      ["gap_height", "The gap asked for, one above the other", 2],
    ],
  ],
  [
    "Turn",
    [
      ["quarter", "A quarter turn", 1, "q"],
      ["turn_left", "15° to the left", 1],
      ["turn_right", "15° to the right", 1],
      ["mirror_width", "Left and right changed over", 2],
      ["mirror_height", "Top and bottom changed over", 2],
    ],
  ],
  [
    "Place",
    [
      ["centre", "Centred in the opening", 1, "c"],
      ["smallest", "All in the smallest box", 0],
      ["group", "Moved together from now on", 2],
      ["ungroup", "Each by itself again", 1],
    ],
  ],
];

/** What can be done to the things in hand; with none in hand, to all of them. */
export const ArrangeBar = memo(function ArrangeBar({ keys, count, onEdit }: { keys: string[]; count: number; onEdit: PieceWork["edit"] }) {
  const inHand = keys.length || count;
  const arrange = (how: string) => onEdit([{ op: "arrange", how, items: how === "smallest" ? [] : keys }]);
  useKeys(
    Object.fromEntries(
      GROUPS.flatMap(([, tools]) => tools)
        .filter(([, , least, key]) => key && inHand >= least)
        .map(([how, , , key]) => [key, () => arrange(how)]),
    ),
  );
  return (
    <div className="absolute right-2 top-1.5 z-20 flex flex-wrap items-center justify-end gap-1" role="toolbar" aria-label="Arranging">
      <span className="mr-1 text-[12.5px] text-soft">{keys.length ? `${keys.length} selected` : "all"}:</span>
      {GROUPS.map(([title, tools]) => (
        <Menu key={title}>
          <MenuButton className="btn gap-1 py-0 text-[13px]">
            {title} <ChevronDown size={13} aria-hidden />
          </MenuButton>
          <MenuItems modal={false} anchor="bottom end" className="z-40 mt-1 border border-ink/40 bg-sheet py-1 shadow-sm">
            {tools.map(([how, words, least, key]) => (
              <MenuItem key={how} disabled={inHand < least}>
                <button type="button" className="flex w-full items-baseline justify-between gap-6 px-3 py-1 text-left data-disabled:text-soft/60 data-focus:bg-act-wash" onClick={() => arrange(how)}>
                  {words}
                  {key && <kbd className="fig text-soft">{key.toUpperCase()}</kbd>}
                </button>
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
      ))}
    </div>
  );
});
