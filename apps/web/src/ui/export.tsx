import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';

/** A list as a file, in one of several formats. @param files address by format */
export function Export({ files }: { files: Readonly<Record<string, string>> }) {
  return (
    <Popover className="relative">
      <PopoverButton className="lnk">Export</PopoverButton>
      <PopoverPanel anchor={{ to: 'bottom end', gap: 6 }} className="sheet z-30 flex flex-col gap-1 px-4 py-3 shadow-menu">
        {Object.entries(files).map(([format, address]) => (
          <a key={format} className="lnk" href={address}>
            {format}
          </a>
        ))}
      </PopoverPanel>
    </Popover>
  );
}
