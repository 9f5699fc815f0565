import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { Children, type ComponentProps, type ReactElement, type ReactNode, isValidElement, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { holdsText } from '@steady/core/words';
import { useChanged } from './unsaved';

/** More choices than these are looked for by typing. */
const TO_LOOK_THROUGH = 10;
/** As many as anybody scrolls through. */
const SHOWN = 100;

interface Choice {
  value: string;
  words: string;
  disabled: boolean;
}

type Props = Omit<ComponentProps<'select'>, 'multiple' | 'size'>;

/**
 * One of several choices, given as `<option>`s: a plain list while they are few, a field that finds them by any part of their words when they
 * are many. Stands in a form by `register`, or with `value` and `onChange`.
 */
export function ChoiceInput(props: Props) {
  const choices = choicesIn(props.children);
  // Begun anew when its choices have come: a form that opened before them could not show what it holds.
  if (choices.filter((one) => one.value !== '').length <= TO_LOOK_THROUGH) return <select key={choices.length} {...props} />;
  return <ManyChoices {...props} choices={choices} />;
}

const textOf = (node: ReactNode): string =>
  Children.toArray(node)
    .filter((part) => typeof part === 'string' || typeof part === 'number')
    .join('');

function choicesIn(children: ReactNode): Choice[] {
  return Children.toArray(children)
    .filter((child): child is ReactElement<ComponentProps<'option'>> => isValidElement(child) && child.type === 'option')
    .map(({ props }) => {
      const words = textOf(props.children);
      return { value: String(props.value ?? words), words, disabled: props.disabled === true };
    });
}

function ManyChoices({
  choices,
  value,
  defaultValue,
  name,
  onChange,
  onBlur,
  ref,
  className,
  disabled,
  autoFocus,
  children: _,
  ...said
}: Props & { choices: Choice[] }) {
  const [own, setOwn] = useState(String(defaultValue ?? ''));
  const [typed, setTyped] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const opener = useRef<HTMLButtonElement>(null);
  const held = useRef(own);
  const now = value === undefined ? own : String(value);
  useEffect(() => {
    held.current = now;
  }, [now]);
  // What a form registers: it reads and sets the value of a field, and goes to it where there is a fault.
  useImperativeHandle(
    ref,
    () =>
      ({
        name,
        get value() {
          return held.current;
        },
        set value(next: string | null | undefined) {
          held.current = next ?? '';
          setOwn(held.current);
        },
        focus: () => input.current?.focus(),
      }) as HTMLSelectElement,
    [name],
  );
  const changed = useChanged();
  const choose = (next: string | null) => {
    if (next === null || next === now) return;
    changed();
    held.current = next;
    setOwn(next);
    const target = { name, value: next };
    onChange?.({ type: 'change', target, currentTarget: target } as React.ChangeEvent<HTMLSelectElement, HTMLSelectElement>);
  };
  const found = choices.filter((one) => !one.disabled && holdsText(one.words, typed));
  return (
    <Combobox value={now} onChange={choose} onClose={() => setTyped('')} disabled={disabled}>
      <span className="relative block">
        <ComboboxInput
          {...(said as object)}
          ref={input}
          autoComplete="off"
          autoFocus={autoFocus}
          className={`${className ?? ''} pr-7 text-ellipsis`}
          displayValue={(chosen: string) => choices.find((one) => one.value === chosen)?.words ?? ''}
          onFocus={({ target }) => target.select()}
          // A press opens it; coming by the keyboard does not, so that going on does not have to close it.
          onClick={() => input.current?.getAttribute('aria-expanded') === 'false' && opener.current?.click()}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={onBlur as unknown as React.FocusEventHandler<HTMLInputElement>}
        />
        <ComboboxButton ref={opener} aria-label="All choices" className="absolute inset-y-0 right-0 px-2 text-soft hover:text-ink">
          <ChevronDown aria-hidden className="size-4" />
        </ComboboxButton>
      </span>
      <ComboboxOptions
        modal={false}
        anchor={{ to: 'bottom start', gap: 2 }}
        className="sheet z-50 max-h-72 w-max min-w-(--input-width) max-w-96 overflow-auto py-1 text-table shadow-menu"
      >
        {found.slice(0, SHOWN).map((one) => (
          <ComboboxOption
            key={one.value}
            value={one.value}
            className="cursor-pointer px-3 py-1 data-focus:bg-kelp-tint data-selected:font-semibold max-sm:py-2.5"
          >
            {one.words}
          </ComboboxOption>
        ))}
        {found.length > SHOWN && <p className="px-3 py-1 text-soft">{found.length - SHOWN} more: type a part of the name.</p>}
        {found.length === 0 && <p className="px-3 py-1 text-soft">None has these letters in it.</p>}
      </ComboboxOptions>
    </Combobox>
  );
}
