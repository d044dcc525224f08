import { footTilt, resolveBody } from '../src/index.ts';

describe('the foot on its support', () => {
  const body = resolveBody({ statureMm: 1750, massKg: 75 });

  it('tips turned-out feet inward on a straight ramp: 15° ramp, feet 30° out → 7.6° (worked by hand)', () => {
    // atan(tan 15° · sin 30°) = atan(0.26795 · 0.5) = atan(0.13397) = 7.63°
    const tilt = footTilt(body, { kind: 'ramp', angleDeg: 15, azimuth: 'straight' }, 30);
    expect(tilt.rollDeg).toBeCloseTo(7.63, 2);
    // atan(tan 15° · cos 30°) = atan(0.23205) = 13.06°
    expect(tilt.pitchDeg).toBeCloseTo(13.06, 2);
    expect(tilt.toeExtensionDeg).toBe(0);
  });

  it('gives full pitch and no cross-tilt when the wedge is turned with the foot', () => {
    const tilt = footTilt(body, { kind: 'ramp', angleDeg: 15, azimuth: 'foot' }, 30);
    expect(tilt.rollDeg).toBeCloseTo(0, 12);
    expect(tilt.pitchDeg).toBeCloseTo(15, 12);
  });

  it('lifts only the heel on a block and bends the toes by the pitch', () => {
    // asin(25 / (0.73 · 266)) = asin(0.12875) = 7.40°
    const tilt = footTilt(body, { kind: 'block', riseMm: 25 }, 20);
    expect(tilt.pitchDeg).toBeCloseTo(7.4, 2);
    expect(tilt.toeExtensionDeg).toBe(tilt.pitchDeg);
    expect(tilt.heelHeightMm).toBeCloseTo(25, 9);
    expect(tilt.rollDeg).toBe(0);
  });
});
