/** Loaded before the server: its clock jumps, first far ahead, then behind. Times in milliseconds. */
const RealDate = Date;
const began = RealDate.now();
const JUMPS = [
  { after: 2000, by: 3 * 86_400_000 },
  { after: 5000, by: -2 * 86_400_000 },
];
const shift = () => JUMPS.filter((jump) => RealDate.now() - began > jump.after).at(-1)?.by ?? 0;

globalThis.Date = class extends RealDate {
  constructor(...args) {
    if (args.length === 0) super(RealDate.now() + shift());
    else super(...args);
  }

  static now() {
    return RealDate.now() + shift();
  }
};
