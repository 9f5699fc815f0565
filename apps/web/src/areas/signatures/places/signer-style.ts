/** How the fields of each signer are told from those of others: by the line around them, a tint, and the name in them. */
const STYLES = [
  'border-solid border-kelp bg-kelp-tint/80 text-kelp',
  'border-dashed border-slate bg-slate-tint/80 text-slate',
  'border-dotted border-ochre bg-ochre-tint/80 text-ochre',
  'border-double border-moss bg-moss-tint/80 text-moss border-[3px]',
] as const;

export const signerStyle = (signer: number): string => `border-[1.5px] ${STYLES[signer % STYLES.length]!}`;
