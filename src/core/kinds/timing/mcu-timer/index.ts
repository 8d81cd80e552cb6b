import { defineKind } from '../../../stage/contract.ts';
import { more } from '../../../stage/cures.ts';
import { num } from '../../../stage/fields.ts';

export const mcuTimer = defineKind({
  id: 'mcu-timer',
  family: 'timing',
  group: 'Supply',
  title: 'Mcu timer',
  aliases: [],
  purpose: 'Say in one sentence what it does for the designer, in the designer’s words.',
  given: {
    inputVoltage: num('V', 5),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, default: 1000, doc: 'what it is for' },
  },
  outcomes: {
    inputCurrent: { unit: 'A', title: 'current' },
    dissipation: { unit: 'W', title: 'heat' },
  },
  evaluate: ({ given: g, parts: { R1 } }) => ({
    inputCurrent: g.inputVoltage / R1.value,
    dissipation: g.inputVoltage ** 2 / R1.value,
  }),
  checks: {
    heat: {
      title: 'heat of R1',
      value: 'dissipation',
      sense: 'atMost',
      limit: () => 0.1,
      from: 'rating of R1',
      derated: true,
      severity: 'must',
      help: [more('R1.value')],
    },
  },
  rails: {
    in: { role: 'consumes', fills: { voltage: 'inputVoltage' }, draws: 'inputCurrent', gives: {} },
  },
  signals: {},
  heat: (_x, o) => ({ R1: o.dissipation! }),
  confirm: [],
  cautions: [],
});
