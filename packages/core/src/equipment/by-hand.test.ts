import { describe, expect, it } from 'vitest';
import { equipmentByHand, TAKINGS, type TypedEquipment } from '.';

const typed: TypedEquipment = {
  ...{ kind: 'dock', bays: ['M.2 NVMe', '3.5 inch SATA'], mode: '10 Gb/s', plug: 'C', ownPower: true },
  ...{ starts: [], fileSystems: [], controllers: [], socketsA: 0, socketsC: 0 },
};

describe('equipment that is typed by hand', () => {
  it('says of what was not asked that nobody knows it', () => {
    expect(equipmentByHand(typed)).toMatchObject({ kind: 'dock', largest: null, sectors: null, queued: false });
  });

  it('has its sockets and berths one by one', () => {
    expect(
      equipmentByHand({ ...typed, kind: 'bench host', bays: ['M.2, both', 'Mini Card'], socketsA: 2, socketsC: 1 }),
    ).toMatchObject({
      ports: [{ name: 'A 1' }, { name: 'A 2' }, { name: 'C 1' }],
      berths: [{ form: 'm2' }, { form: 'msata' }],
    });
    expect(equipmentByHand({ ...typed, kind: 'hub', socketsA: 3 })).toMatchObject({ sockets: ['A', 'A', 'A'] });
    expect(equipmentByHand({ ...typed, kind: 'boot stick', starts: ['legacy'] })).toMatchObject({ starts: ['legacy'] });
  });

  it('does not share what it takes with another', () => {
    const [one, other] = TAKINGS.map((taking) => equipmentByHand({ ...typed, bays: [taking, taking] }));
    expect(one).not.toEqual(other);
  });
});
