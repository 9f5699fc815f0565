/** What a device calls itself, by words in the line that a browser sends; the first that fits. */
const NAMES: readonly [RegExp, string][] = [
  [/iPhone/, 'iPhone'],
  [/iPad/, 'iPad'],
  [/Android.*Mobile/, 'Android phone'],
  [/Android/, 'Android tablet'],
  [/Windows/, 'Windows computer'],
  [/Macintosh|Mac OS X/, 'Mac'],
  [/Linux|X11|CrOS/, 'Linux computer'],
];

/** What a device is, as far as its browser says: enough to know one's own again. @example deviceName('Mozilla/5.0 (iPhone; ...)') // 'iPhone' */
export const deviceName = (userAgent: string | undefined): string => NAMES.find(([fits]) => fits.test(userAgent ?? ''))?.[1] ?? 'a device';
