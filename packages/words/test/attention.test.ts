import {
  sayChangedElsewhere,
  sayDevice,
  sayKept,
  sayRefused,
  sayStorage,
  sayStuck,
  sayUnreadable,
} from '../src/attention.ts';

describe('what needs the coach’s attention', () => {
  it('names the row, the field and the reason', () => {
    expect(sayChangedElsewhere('client')).toBe(
      'These client details were changed on another device while you worked.',
    );
    expect(sayChangedElsewhere('trial')).toMatch(/^This trial was changed/);
    expect(
      sayRefused('trial', {
        path: 'values.takenOn',
        message: 'values.takenOn is 2031-01-01: in the future. Check the device’s clock.',
      }),
    ).toBe(
      'This trial: the server did not take it. Taken on is 2031-01-01: in the future. Check the device’s clock. It is kept here.',
    );
  });

  it('counts one and several', () => {
    expect(sayUnreadable(1)).toMatch(/^1 change on this device cannot .* It is kept as it is/);
    expect(sayUnreadable(3)).toMatch(/^3 changes .* They are kept as they are/);
    expect(sayStuck(2)).toMatch(/takes the others\. They are kept/);
    expect(sayKept(1, true)).toMatch(/^1 change waits on this device and is sent by itself/);
    expect(sayKept(2, false)).toMatch(/^2 changes are on this page alone/);
  });

  it('says what a device without room means, with and without network', () => {
    expect(sayStorage('ok', 3, true)).toBeNull();
    expect(sayStorage('full', 0, true)).toMatch(/enter something only while the server/);
    expect(sayStorage('full', 2, true)).toMatch(/2 changes are on this page alone/);
    expect(sayStorage('none', 0, false)).toMatch(/private window.*goes to the server at once/);
  });

  it('says what is here without network, and what is not', () => {
    const device = {
      storage: 'ok' as const,
      waiting: 0,
      clients: 3,
      usedMb: 8.2,
      isLasting: true,
      isSecure: true,
      isInstalled: true,
    };
    expect(sayDevice(device)).toEqual([
      'Everything entered here is on the server.',
      'The records of 3 clients are here: those of today and those looked at last, 8 MB with the app.',
      'The browser has promised not to clear them.',
      'The app opens without network. It can be added to the home screen.',
    ]);
    expect(sayDevice({ ...device, isSecure: false, waiting: 2 })).toEqual(
      expect.arrayContaining([
        '2 changes wait to be sent or decided.',
        expect.stringMatching(/does not open without network/),
      ]),
    );
  });
});
