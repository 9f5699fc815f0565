import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';

export interface RareAct {
  words: string;
  act(): void;
  disabled?: boolean;
}

/** What is done to a record now and then, behind one button beside what is done most. @param of what it is done to, for those who do not see the page */
export function MoreMenu({ of, acts }: { of: string; acts: readonly RareAct[] }) {
  if (acts.length === 0) return null;
  return (
    <Menu>
      <MenuButton className="act-quiet flex items-center gap-1" aria-label={`More with ${of}`}>
        More <ChevronDown aria-hidden className="size-3.5" />
      </MenuButton>
      <MenuItems anchor={{ to: 'bottom end', gap: 4 }} className="sheet z-40 w-60 py-1 text-table shadow-menu">
        {acts.map(({ words, act, disabled }) => (
          <MenuItem key={words} disabled={disabled}>
            <button className="block w-full px-3 py-1.5 text-left data-disabled:text-soft data-focus:bg-kelp-tint max-sm:py-3" onClick={act}>
              {words}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
