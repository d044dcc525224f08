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
      'This trial was not taken by the server. Taken on is 2031-01-01: in the future. Check the device’s clock. It is kept here.',
    );
  });

  it('names the client, and says that a stop counts all the same', () => {
    expect(sayRefused('stop', { message: 'No.' }, 'Orla Venn', true)).toBe(
      'Orla Venn: this stop was not taken by the server. No. It is kept here and counts here: until it is settled, the stricter answer holds.',
    );
    expect(sayChangedElsewhere('client', 'Orla Venn')).toMatch(/^Orla Venn: these client details/);
  });

  it('counts one and several', () => {
    expect(sayUnreadable(1)).toMatch(/^1 change on this device cannot .* It is kept as it is/);
    expect(sayUnreadable(3)).toMatch(/^3 changes .* They are kept as they are/);
    expect(sayStuck(2)).toMatch(/the others go on\. They are kept/);
    expect(sayStuck(1, ['Orla Venn'])).toMatch(/^1 change of Orla Venn could not .* It is kept/);
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
