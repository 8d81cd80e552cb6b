import { impossible, none } from '../../../math/absent.ts';
import { exposureTime, HEARING } from '../../../physics/sound.ts';
import { scaleRange } from '../../../quantity/uncertain.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { amplified, driveVoltage, coil, currents } from './laws.ts';
import { checks } from './checks.ts';
import { size } from './sizing.ts';

const AIR_DENSITY = 1.204;

export const loudspeaker = defineKind({
  id: 'loudspeaker',
  family: 'audio',
  group: 'Load',
  title: 'Loudspeaker or buzzer',
  aliases: ['speaker', 'horn', 'piezo', 'buzzer', 'beeper', 'transducer', 'siren', 'sounder'],
  purpose: 'How loud it will be where people stand, what it asks of the amplifier or pin, and whether it survives.',
  given: {
    driver: choice(['dynamic', 'piezo', 'electromagnetic'], 'dynamic', 'the transducer', 'transducer'),
    drive: choice(
      ['amplifier', 'pin', 'pin-push-pull', 'transistor'],
      'amplifier',
      'pin: a square wave from one pin; pin-push-pull: two pins in antiphase; transistor: a low-side switch with a flyback diode',
      'driven by',
    ),
    outputVoltage: num('V', 2.83, 'amplifier: rms at the terminals', { level: 'rms', title: 'voltage of the amplifier, rms' }),
    supplyVoltage: num('V', 3.3, 'of pin or transistor', { title: 'supply' }),
    distance: num('m', 1, 'of whoever listens', { title: 'distance' }),
    sources: num('count', 1, 'equal ones, playing the same far apart: their powers add', { min: 1, integer: true, title: 'how many play' }),
    loading: choice(['baffle', 'horn'], 'baffle', 'on a horn the cone’s excursion is not judged', 'loading'),
    programFactor: num('ratio', 0.125, 'long-term power per sine power', { above: 0, max: 1, title: 'programme per sine power' }),
    lowestFrequency: num('Hz', 200, 'to be reproduced', { title: 'lowest frequency' }),
    toneFrequency: num('Hz', 2700, 'of a buzzer', { title: 'tone' }),
    pinResistance: num('ohm', 30, 'of one pin', { min: 0, title: 'resistance of a pin' }),
    pinCurrentLimit: num('A', 0.02, 'of one pin', { title: 'current of a pin' }),
    amplifierMinimumLoad: num('ohm', 4, 'that the amplifier stands', { title: 'least load of the amplifier' }),
    minimumSoundPressure: num('dBSPL', 70, 'wanted at the distance', { any: true, title: 'loudness wanted' }),
    maximumSoundPressure: num('dBSPL', 85, 'caution above it, at the distance', { any: true, title: 'caution above' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    R1: {
      type: 'resistor',
      series: 'E24',
      tolerance: 0.05,
      optional: (g: Given) => g.drive !== 'pin' && g.drive !== 'pin-push-pull',
      doc: 'in series at a pin',
    },
    LS1: {
      type: 'device',
      doc: 'transducer',
      params: {
        sensitivity: num('dBSPL', 85, 'at its voltage and distance', { any: true, title: 'sensitivity' }),
        sensitivityVoltage: num('V', 2.83, 'rms; peak to peak of a buzzer', { title: 'sensitivity stated at' }),
        sensitivityDistance: num('m', 1, 'where the sensitivity was measured', { title: 'sensitivity stated in' }),
        nominalImpedance: num('ohm', 8, 'as it is called', { title: 'nominal impedance' }),
        minimumImpedance: num('ohm', 6.4, 'lowest magnitude over frequency', { title: 'least impedance' }),
        dcResistance: num('ohm', 6.2, 'of the coil at 20 °C', { title: 'coil resistance' }),
        resonance: num('Hz', 150, 'of cone and suspension', { title: 'resonance' }),
        ratedPower: num('W', 3, 'long-term', { title: 'rated power' }),
        thermalResistance: num('K/W', 20, 'coil to air', { title: 'coil to air' }),
        maximumCoil: num('degC', 120, 'of the coil', { any: true, title: 'hottest coil' }),
        coneArea: num('m2', 0.002, 'that moves the air', { title: 'cone area' }),
        maximumExcursion: num('m', 0.0015, 'peak', { title: 'largest excursion' }),
        capacitance: num('F', 2e-8, 'of a piezo'),
      },
    },
  },
  outcomes: {
    driveVoltage: { unit: 'V', title: 'voltage at the transducer', doc: 'rms of a dynamic one, peak to peak of a buzzer' },
    electricalPower: { unit: 'W', title: 'electrical power', doc: 'of a sine at an amplifier, else average' },
    longTermPower: { unit: 'W', title: 'power of the programme', doc: 'long-term, at an amplifier' },
    soundPressure: { unit: 'dBSPL', title: 'loudness', doc: 'at the distance, free field' },
    powerCompression: { unit: 'dB', title: 'lost by a warm coil', doc: 'its resistance rises' },
    coilTemperature: { unit: 'degC', title: 'coil', doc: 'long-term' },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'from amplifier or pin' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average, from the rail of pins or transistor' },
    excursionSoundPressure: { unit: 'dBSPL', title: 'most the cone can do', doc: 'at the lowest frequency, one driver in a baffle' },
    excursionFrequency: { unit: 'Hz', title: 'the cone limits below', doc: 'at this loudness' },
    minimumImpedance: { unit: 'ohm', title: 'least impedance', doc: 'of the transducer' },
    resonance: { unit: 'Hz', title: 'resonance', doc: 'of the transducer' },
    exposureTime: { unit: 's', title: 'daily exposure', doc: 'that hearing is said to stand at this level' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { LS1 } = parts;
    const volts = driveVoltage(x);
    const byAmplifier = amplified(g);
    const dynamic = g.driver === 'dynamic';
    const { rise, slope } = coil(x);
    const compression = dynamic && byAmplifier ? 20 * Math.log10(1 + slope * rise) : 0;
    const loud =
      LS1.sensitivity +
      20 * Math.log10(volts / LS1.sensitivityVoltage) -
      20 * Math.log10(g.distance / LS1.sensitivityDistance) +
      10 * Math.log10(g.sources) -
      compression;
    const silent = !(volts > 0);
    const { peak, mean } = currents(x);
    const moved = (AIR_DENSITY * LS1.coneArea * LS1.maximumExcursion) / Math.SQRT2 / (2 * Math.PI * g.distance) / HEARING;
    const limited = dynamic && g.loading === 'baffle';
    return {
      driveVoltage: volts,
      electricalPower: byAmplifier ? (dynamic ? g.outputVoltage ** 2 / LS1.nominalImpedance : NOT_DYNAMIC) : g.supplyVoltage * (mean ?? 0),
      longTermPower: byAmplifier && dynamic ? (g.outputVoltage ** 2 * g.programFactor) / LS1.nominalImpedance : NOT_DYNAMIC,
      soundPressure: silent ? SILENT : loud,
      powerCompression: dynamic && byAmplifier ? compression : NOT_DYNAMIC,
      coilTemperature: dynamic && byAmplifier ? ambient + rise : NOT_DYNAMIC,
      peakCurrent: Number.isFinite(peak) ? peak : NOTHING_LIMITS,
      supplyCurrent: mean ?? BY_AMPLIFIER,
      // A small source in a half space: pressure rises with the square of the frequency at a given excursion. // monopole
      excursionSoundPressure: limited ? 20 * Math.log10(moved * (2 * Math.PI * g.lowestFrequency) ** 2) : NO_CONE,
      excursionFrequency: silent ? SILENT : limited ? Math.sqrt(10 ** ((loud - 10 * Math.log10(g.sources)) / 20) / moved) / (2 * Math.PI) : NO_CONE,
      minimumImpedance: LS1.minimumImpedance,
      resonance: LS1.resonance,
      exposureTime: silent ? SILENT : exposureTime(loud),
    };
  },
  checks,
  rails: { vp: { role: 'consumes', optional: (g) => g.drive === 'amplifier', fills: { voltage: 'supplyVoltage' }, draws: 'supplyCurrent', gives: {} } },
  signals: {
    in: {
      role: 'in',
      ends: { heard: true },
      fills: {},
      path: { outputVoltage: (down) => down.amplitude && scaleRange(down.amplitude, Math.SQRT1_2) },
      back: { loadResistance: (c) => c.range('LS1.nominalImpedance') },
    },
  },
  outdoors: true,
  heat: (x, o): Record<string, number> => (amplified(x.given) ? {} : { transducer: x.given.supplyVoltage * (o.supplyCurrent ?? 0) }),
  meets: ['connector', 'cable'],
  confirm: [{ id: 'ears', text: 'Whoever works at the bench knows when it will sound, and protects the ears.' }],
  cautions: [
    'Sirens and horns harm hearing at the bench within minutes: tape over the opening while testing. Exposure times are guidance; local codes have the last word.',
    'Coils kick back: the diode goes in first.',
  ],
});

const NOT_DYNAMIC = none('only a dynamic driver on an amplifier has it');
const SILENT = impossible('there is no signal');
const NO_CONE = none('only a dynamic driver in a baffle is limited so');
const BY_AMPLIFIER = none('the amplifier feeds it');
const NOTHING_LIMITS = none('nothing limits the current of an edge');
