import { crc32, deflateSync } from 'node:zlib';

const SIDE = 192;
const KELP = [29, 92, 86] as const;
const PAGE = [255, 254, 250] as const;

/** A tern over water on a round field: two wings as arcs, three waves below. @returns whether a point of the unit square is light */
function isLight(x: number, y: number): boolean {
  const wing = (cx: number) => {
    const r = Math.hypot(x - cx, y - 0.58);
    return r > 0.2 && r < 0.245 && y < 0.5 && y > 0.3;
  };
  const wave = (at: number) => Math.abs(y - at - 0.018 * Math.sin(x * 24)) < 0.014 && x > 0.24 && x < 0.76;
  return wing(0.36) || wing(0.64) || wave(0.64) || wave(0.71) || wave(0.78);
}

function chunk(kind: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(kind, 'latin1'), data]);
  const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  check.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, check]);
}

/** The logo of the demo firm as a PNG (ISO/IEC 15948), drawn here. */
export function logo(): Buffer {
  const rows: number[] = [];
  for (let row = 0; row < SIDE; row += 1) {
    rows.push(0);
    for (let column = 0; column < SIDE; column += 1) {
      let [light, inside] = [0, 0];
      // Sixteen points to each, so that its edges are smooth.
      for (let part = 0; part < 16; part += 1) {
        const [x, y] = [(column + ((part % 4) + 0.5) / 4) / SIDE, (row + (Math.floor(part / 4) + 0.5) / 4) / SIDE];
        if (Math.hypot(x - 0.5, y - 0.5) > 0.49) continue;
        inside += 1;
        if (isLight(x, y)) light += 1;
      }
      const share = inside === 0 ? 0 : light / inside;
      for (let of = 0; of < 3; of += 1) rows.push(Math.round(KELP[of]! * (1 - share) + PAGE[of]! * share));
      rows.push(Math.round((inside / 16) * 255));
    }
  }
  const head = Buffer.alloc(13);
  head.writeUInt32BE(SIDE, 0);
  head.writeUInt32BE(SIDE, 4);
  head.set([8, 6, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', deflateSync(Buffer.from(rows))), chunk('IEND', Buffer.alloc(0))]);
}
