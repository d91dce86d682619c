import { told } from '../quantity/told'
import { percent, showFigure } from '../quantity/figure'
import type { Unit } from '../quantity/parse'
import { readTray, trayTubes } from './tray'

export interface Input {
  name: string
  label: string
  /** a quantity in this unit; text when there is none */
  unit?: Unit
  choices?: readonly { value: string; label: string }[]
  example: string
  optional?: boolean
  /** many figures: a field of several lines */
  long?: boolean
  /** what is wrong with the text; empty where nothing is */
  check?: (text: string) => string
}
export interface Row { label: string; text: string; note?: string }
export interface Sum {
  id: string
  title: string
  /** the core’s compute form */
  form: string
  hint: string
  inputs: readonly Input[]
  /** the form’s input from what was typed; figures are numbers in SI units */
  ask: (v: Values) => Record<string, unknown>
  show: (out: Out, v: Values, says: (code: string) => string) => Row[]
  /** whether the catalogue has a caution for it: `sum-ID` */
  cautioned?: boolean
}
export type Values = Record<string, number | string | undefined>
// Answers of many forms: each sum knows the shape of its own, described in docs/formats/compute.
export type Out = Record<string, unknown>

const n = (out: Out, name: string): number => (typeof out[name] === 'number' ? out[name] : Number.NaN)
const list = (out: Out, name: string): Out[] => (Array.isArray(out[name]) ? out[name] as Out[] : [])
const texts = (out: Out, name: string): string[] => (Array.isArray(out[name]) ? out[name].map(String) : [])
const number = (text: unknown): number => Number(String(text).replace(',', '.'))
const words = (s: unknown): string => String(s).replaceAll('-', ' ')
const given = (record: Record<string, unknown>): Record<string, unknown> => Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined && value !== ''))

/** “C1 500, C2 450”: a part and what it is rated for. */
export function ratedParts(text: string): { part: string; ratedVolts: number }[] {
  return text.split(/[,;\n]+/).map((line) => /^\s*([A-Za-z]\w{0,39})\s+(\d+(?:\.\d+)?)\s*V?\s*$/.exec(line)).filter((m) => m !== null).map((m) => ({ part: m[1] ?? '', ratedVolts: Number(m[2]) }))
}
const secondsCheck = (text: string): string => (number(text.trim()) > 0 && number(text.trim()) <= 86400 ? '' : `“${text}”: seconds above 0 belong here.`)
const partsCheck = (text: string): string => {
  const wrong = text.split(/[,;\n]+/).find((line) => line.trim() !== '' && ratedParts(line).length === 0)
  return wrong === undefined ? '' : `“${wrong.trim()}”: a part and its volts belong here, such as C1 500.`
}
const share = (text: string): string => { const value = number(text.trim()); return value >= 0 && value <= 50 ? '' : `“${text}”: percent from 0 to 50 belong here.` }
const minutes = (seconds: number): string => (seconds < 100 ? `${seconds.toFixed(0)} s` : `${(seconds / 60).toFixed(1)} min`)

export const sums: readonly Sum[] = [
  {
    id: 'ratio', title: 'Ratio & impedance', form: 'ratio', hint: 'AC volts as read: drive one side, read both.',
    inputs: [
      { name: 'primary', label: 'Primary', example: '11.0', }, { name: 'secondary', label: 'Secondary', example: '0.506' }, { name: 'load', label: 'Load on that tap', unit: 'Ω', example: '8' },
      { name: 'wanted', label: 'Primary wanted by the {tubes}', unit: 'Ω', example: '6k6', optional: true },
    ],
    ask: (v) => given({ taps: [{ loadOhms: v['load'], primary: String(v['primary']), secondary: String(v['secondary']) }], wantedPrimaryOhms: v['wanted'] }),
    show: (out) => {
      const tap = list(out, 'taps')[0] ?? {}
      const rows: Row[] = [
        { label: 'Ratio', text: `${n(tap, 'ratio').toPrecision(4)} : 1` },
        { label: 'Reflected to the primary', text: showFigure(n(tap, 'primaryOhms'), 'Ω', 4), note: `± ${showFigure(n(tap, 'bandOhms'), 'Ω', 2)} from the digits typed` },
      ]
      if (out['loadForWantedOhms'] !== null) rows.push({ label: 'Load for what the {tubes} want', text: showFigure(n(out, 'loadForWantedOhms'), 'Ω') })
      return rows
    },
    cautioned: true,
  },
  {
    id: 'ceiling', title: 'First stop, projected', form: 'no-load', hint: 'From one low stop, before any {tube} goes in: what full mains would give, and the first part that it would break.',
    inputs: [
      { name: 'dc', label: '{B+} reads', unit: 'V', example: '120' }, { name: 'off', label: 'give or take', unit: 'V', example: '0.8', optional: true },
      { name: 'inlet', label: 'Inlet reads', unit: 'V', example: '25' }, { name: 'inletOff', label: 'give or take', unit: 'V', example: '0.3', optional: true },
      { name: 'by', label: 'The inlet is read', example: 'measured', choices: [{ value: 'measured', label: 'by a meter there' }, { value: 'dial', label: 'off a dial' }] },
      { name: 'rectifier', label: 'Rectifier', example: 'silicon', choices: [{ value: 'silicon', label: 'silicon' }, { value: 'tube', label: 'a tube' }] },
      { name: 'mains', label: 'Full mains', unit: 'V', example: '120' }, { name: 'parts', label: 'Parts across it, and their volts', example: 'C1 500, C2 450', optional: true, check: partsCheck },
    ],
    ask: (v) => given({ dcVolts: v['dc'], dcBandVolts: v['off'], inletVolts: v['inlet'], inletBandVolts: v['inletOff'], inletMeasured: v['by'] === 'measured', tubeRectifier: v['rectifier'] === 'tube', mainsVolts: v['mains'], parts: ratedParts(typeof v['parts'] === 'string' ? v['parts'] : '') }),
    show: (out) => (out['obstacle'] !== null ? [{ label: 'Cannot say', text: out['obstacle'] === 'tube-rectifier' ? 'behind a tube rectifier the rail does not go with the mains' : 'a dial is no measure: 5 V off at 25 V is a fifth of what comes out' }] : [
      ...(['atMains', 'atHighMains'] as const).map((at) => { const p = out[at] as Out; return { label: `At ${showFigure(n(p, 'mainsVolts'), 'V')} mains`, text: showFigure(n(p, 'volts'), 'V'), note: `${showFigure(n(p, 'leastVolts'), 'V')} to ${showFigure(n(p, 'mostVolts'), 'V')}` } }),
      ...list(out, 'ceilings').map((c, i) => ({ label: i === 0 ? 'First to break' : '', text: `${told(c['part'])}, ${showFigure(n(c, 'ratedVolts'), 'V')}: at ${showFigure(n(c, 'mainsVolts'), 'V')} mains`, note: `surely safe up to ${showFigure(n(c, 'surelyBelowVolts'), 'V')}` })),
    ]),
    cautioned: true,
  },
  {
    id: 'decay', title: 'Fall after off', form: 'judge-decay', hint: 'No {tubes} in, power cut, the meter clipped on: slow is right, at once is not.',
    inputs: [
      { name: 'farads', label: 'Capacitance on the rail', unit: 'F', example: '40u' }, { name: 'known', label: 'It is', example: 'marked', choices: [{ value: 'marked', label: 'as marked' }, { value: 'measured', label: 'as measured' }] },
      { name: 'path', label: 'It bleeds through', example: 'drawn', choices: [{ value: 'drawn', label: 'what is drawn' }, { value: 'none', label: 'the meter alone' }] }, { name: 'bleeder', label: 'All of it together', unit: 'Ω', example: '220k' }, { name: 'meter', label: 'Meter', unit: 'Ω', example: '10M', optional: true },
      { name: 'from', label: 'At switching off', unit: 'V', example: '430' }, { name: 'seconds', label: 'After, seconds', example: '5', check: secondsCheck }, { name: 'to', label: 'it reads', unit: 'V', example: '244' },
      { name: 'before', label: 'Before that the rail', example: 'unseen', choices: [{ value: 'unseen', label: 'nobody looked' }, { value: 'well', label: 'stood well' }, { value: 'low', label: 'was low, with ripple' }] },
    ],
    ask: (v) => given({
      farads: v['farads'], isMeasured: v['known'] === 'measured', bleederOhms: v['path'] === 'none' ? undefined : v['bleeder'], meterOhms: v['meter'], wasLow: v['before'] === 'low' ? true : v['before'] === 'well' ? false : undefined,
      samples: [{ seconds: 0, volts: v['from'] }, { seconds: number(v['seconds']), volts: v['to'] }],
    }),
    show: (out, _, says) => {
      const reason = out['reason'] as Out
      const figures = reason['figures'] as Out
      return [
        { label: 'It says', text: words(reason['verdict']), note: says(told(reason['code'])) },
        { label: 'Time constant', text: minutes(n(figures, 'constantSeconds')), note: `${minutes(n(out, 'leastSeconds'))} to ${minutes(n(out, 'mostSeconds'))} belongs` },
        ...(figures['leakMostOhms'] === undefined ? [] : [{ label: 'Leak', text: `${showFigure(n(figures, 'leakLeastOhms'), 'Ω')} to ${showFigure(n(figures, 'leakMostOhms'), 'Ω')}` }]),
        ...(figures['watchSeconds'] === undefined ? [] : [{ label: 'Watch it for', text: minutes(n(figures, 'watchSeconds')) }]),
      ].filter((r) => !r.text.includes('NaN'))
    },
    cautioned: true,
  },
  {
    id: 'fuse', title: 'Fuse', form: 'fuse', hint: 'Same power: the current goes with one over the mains.',
    inputs: [
      { name: 'drawn', label: 'Marked', example: 'T2A 250V' }, { name: 'at', label: 'for a mains of', unit: 'V', example: '117' }, { name: 'mains', label: 'Mains here', unit: 'V', example: '230' },
      { name: 'fitted', label: 'Fitted', example: 'T4A 250V', optional: true }, { name: 'draws', label: 'Amplifier draws', unit: 'A', example: '0.7', optional: true },
    ],
    ask: (v) => given({ drawn: v['drawn'], drawnMainsVolts: v['at'], mainsVolts: v['mains'], fitted: v['fitted'], runningAmperes: v['draws'] }),
    show: (out) => [
      { label: 'Belongs in here', text: `${told(out['characteristic'])} ${showFigure(n(out, 'properAmperes'), 'A')}`.trim(), note: 'nearest preferred value, same characteristic' },
      { label: 'As a link of IEC 60127', text: showFigure(n(out, 'iecAmperes'), 'A') },
      ...list(out, 'reasons').map((r) => ({ label: 'Fitted', text: words(r['code']).replace(/^fuse /, ''), note: words(r['verdict']) })),
    ],
    cautioned: true,
  },
  {
    id: 'conversion', title: 'Other mains', form: 'mains-conversion', hint: 'Never by guess: count the leads of the primary.',
    inputs: [
      { name: 'primary', label: 'Primary', example: 'two-equal', choices: [{ value: 'single', label: 'one, two leads' }, { value: 'two-equal', label: 'two equal' }, { value: 'tapped', label: 'tapped' }] },
      { name: 'volts', label: 'Volts of the winding, of each, or of every tap', example: '110 120 220 240' }, { name: 'mains', label: 'Mains here', unit: 'V', example: '230' },
      { name: 'made', label: 'Made for', unit: 'Hz', example: '60' }, { name: 'hertz', label: 'Here', unit: 'Hz', example: '50' }, { name: 'fuse', label: 'Fuse marked', example: 'T4A', optional: true }, { name: 'at', label: 'for a mains of', unit: 'V', example: '117', optional: true },
    ],
    ask: (v) => given({ primary: v['primary'], windingVolts: String(v['volts']).split(/[\s/;]+/).filter((s) => s !== '').map((s) => number(s)), mainsVolts: v['mains'], madeForHertz: v['made'], mainsHertz: v['hertz'], fuse: v['fuse'], fuseMainsVolts: v['at'] }),
    show: (out, _, says) => [
      { label: 'Possible', text: out['possible'] === true ? `yes, ${words(out['wiring'])}` : 'no' },
      { label: 'Flux against its rating', text: percent(100 * (n(out, 'fluxRatio') - 1)) }, { label: 'Highest mains it stands', text: showFigure(n(out, 'highestVolts'), 'V') },
      ...(out['fuseAmperes'] === null ? [] : [{ label: 'Fuse', text: showFigure(n(out, 'fuseAmperes'), 'A') }]),
      ...(Array.isArray(out['steps']) ? out['steps'].map((s, i) => ({ label: i === 0 ? 'What goes with it' : '', text: says(`convert-${String(s)}`) })) : []),
    ],
    cautioned: true,
  },
  {
    id: 'discharge', title: 'Discharge', form: 'discharge', hint: 'Until safe, through what bleeds it.',
    inputs: [{ name: 'farads', label: 'Capacitance', unit: 'F', example: '100u' }, { name: 'volts', label: 'Charged to', unit: 'V', example: '450' }, { name: 'ohms', label: 'Bleeder', unit: 'Ω', example: '220k', optional: true }],
    ask: (v) => ({ nodes: [{ id: 'A', farads: v['farads'], startVolts: v['volts'] }], ...(v['ohms'] === undefined ? {} : { resistors: [{ a: 'A', b: 'chassis', resistanceOhms: v['ohms'] }] }) }),
    show: (out, _, says) => [
      { label: 'Energy', text: `${n(out, 'energyJoules').toPrecision(3)} J` },
      ...(out['holdsCharge'] === true ? [{ label: 'Time', text: `nothing bleeds it: ${says('holds-charge')}` }] : [{ label: `To ${String(n(out, 'safeVolts'))} V`, text: minutes(n(out, 'secondsToSafe')) }, { label: `To ${String(n(out, 'targetVolts'))} V, hands in`, text: minutes(n(out, 'secondsToTarget')) }]),
    ],
    cautioned: true,
  },
  {
    id: 'ripple', title: 'Ripple', form: 'ripple-estimate', hint: 'Reservoir and up to two sections, by hand.',
    inputs: [
      { name: 'load', label: 'Load', unit: 'A', example: '100m' }, { name: 'reservoir', label: 'Reservoir', unit: 'F', example: '47u' }, { name: 'peak', label: 'Peak off load', unit: 'V', example: '468' }, { name: 'volts', label: 'DC on it', unit: 'V', example: '440' },
      { name: 'mains', label: 'Mains', unit: 'Hz', example: '60' }, { name: 'wave', label: 'Rectifier', example: 'full', choices: [{ value: 'full', label: 'full wave' }, { value: 'half', label: 'half wave' }] },
      { name: 'r1', label: 'First section: resistor', unit: 'Ω', example: '1k', optional: true }, { name: 'l1', label: 'or choke', unit: 'H', example: '5', optional: true }, { name: 'c1', label: 'and capacitor', unit: 'F', example: '47u', optional: true },
      { name: 'r2', label: 'Second section: resistor', unit: 'Ω', example: '10k', optional: true }, { name: 'c2', label: 'and capacitor', unit: 'F', example: '22u', optional: true },
    ],
    ask: (v) => ({
      loadAmperes: v['load'], reservoirFarads: v['reservoir'], mainsHertz: v['mains'], fullWave: v['wave'] !== 'half', peakVolts: v['peak'], volts: v['volts'],
      sections: [
        ...(v['c1'] === undefined ? [] : [given({ resistanceOhms: v['l1'] === undefined ? v['r1'] : undefined, henries: v['l1'], farads: v['c1'] })]),
        ...(v['c1'] === undefined || v['c2'] === undefined ? [] : [given({ resistanceOhms: v['r2'], farads: v['c2'] })]),
      ],
    }),
    show: (out) => list(out, 'stages').map((s, i) => ({
      label: i === 0 ? `Reservoir, at ${showFigure(n(out, 'rippleHertz'), 'Hz')}` : `Behind section ${String(i)}`, text: s['filters'] === false ? 'does not filter at this frequency' : `${showFigure(n(s, 'peakToPeakVolts'), 'V')} peak to peak`,
      note: i === 0 ? `the rectifier conducts ${(100 * n(out, 'conductionShare')).toFixed(0)} % of the time` : '',
    })),
  },
  {
    id: 'reforming', title: 'Reforming', form: 'reforming', hint: 'Through the resistor, next step when the leakage is under its limit.',
    inputs: [{ name: 'farads', label: 'Capacitance', unit: 'F', example: '20u' }, { name: 'volts', label: 'Up to', unit: 'V', example: '450' }, { name: 'grade', label: 'Grade', example: 'general', choices: [{ value: 'general', label: 'general' }, { value: 'long-life', label: 'long life' }] }],
    ask: (v) => given({ farads: v['farads'], volts: v['volts'], grade: v['grade'] }),
    show: (out) => [{ label: 'In series', text: showFigure(n(out, 'seriesOhms'), 'Ω'), note: `${n(out, 'seriesWatts').toPrecision(2)} W` }, ...list(out, 'steps').map((s) => ({ label: showFigure(n(s, 'volts'), 'V'), text: `until under ${showFigure(n(s, 'limitAmperes'), 'A')}` }))],
    cautioned: true,
  },
  {
    id: 'leakage', title: 'Capacitor leakage', form: 'capacitor-leakage', hint: 'Limits at rated voltage after five minutes, and what a leak does to a {grid}.',
    inputs: [{ name: 'farads', label: 'Capacitance', unit: 'F', example: '20u' }, { name: 'volts', label: 'Rated', unit: 'V', example: '450' }, { name: 'hertz', label: 'ESR at', unit: 'Hz', example: '120', optional: true }, { name: 'leak', label: 'Coupling leak', unit: 'A', example: '1u', optional: true }, { name: 'grid', label: 'into a {grid} leak of', unit: 'Ω', example: '220k', optional: true }],
    ask: (v) => given({ farads: v['farads'], ratedVolts: v['volts'], hertz: v['hertz'], leakAmperes: v['leak'], gridOhms: v['grid'] }),
    show: (out) => [
      { label: 'Long life grade', text: showFigure(n(out, 'longLifeAmperes'), 'A') }, { label: 'General grade', text: showFigure(n(out, 'generalAmperes'), 'A') },
      { label: 'ESR at mains ripple', text: `${showFigure(n(out, 'esrGoodOhms'), 'Ω')} to ${showFigure(n(out, 'esrMostOhms'), 'Ω')}` }, { label: 'ESR at 100 kHz, at most', text: showFigure(n(out, 'esr100KilohertzOhms'), 'Ω') },
      ...(out['gridShiftVolts'] === null ? [] : [{ label: 'Lifts the {grid} by', text: showFigure(n(out, 'gridShiftVolts'), 'V'), note: out['replace'] === true ? 'replace it' : 'see whether it grows with heat' }]),
    ],
  },
  {
    id: 'colours', title: 'Colour code', form: 'colour-code', hint: 'Colours from the first band, or ohms and tolerance.',
    inputs: [{ name: 'text', label: 'Colours', example: 'yellow violet red gold', optional: true }, { name: 'ohms', label: 'or ohms', unit: 'Ω', example: '4k7', optional: true }, { name: 'tolerance', label: 'and tolerance, %', example: '5', optional: true }],
    ask: (v) => (v['text'] !== undefined && v['text'] !== '' ? { text: v['text'] } : given({ resistanceOhms: v['ohms'], tolerancePercent: v['tolerance'] === undefined || v['tolerance'] === '' ? 5 : number(v['tolerance']) })),
    show: (out) => [{ label: 'Value', text: `${showFigure(n(out, 'resistanceOhms'), 'Ω')} ± ${String(n(out, 'tolerancePercent'))} %` }, { label: 'Bands', text: (out['bands'] as string[]).join(' · ') }],
  },
  {
    id: 'letters', title: 'Letter code', form: 'letter-code', hint: 'As printed on the part: 4K7, R22J, 47n, 104J.',
    inputs: [{ name: 'text', label: 'Mark', example: '4K7' }],
    ask: (v) => ({ text: v['text'] }),
    show: (out) => [{ label: 'Value', text: `${showFigure(n(out, 'value'), out['unit'] === 'F' ? 'F' : 'Ω')}${out['tolerancePercent'] === null ? '' : ` ± ${String(n(out, 'tolerancePercent'))} %`}` }],
  },
  {
    id: 'date', title: 'Date code', form: 'date-code', hint: 'Maker, year, week, as printed on transformers, pots and speakers.',
    inputs: [{ name: 'text', label: 'Code', example: '549-6122' }],
    ask: (v) => ({ text: v['text'], thisYear: new Date().getFullYear() }),
    show: (out) => list(out, 'candidates').map((c, i) => ({ label: i === 0 ? `Maker ${String(c['maker'])}` : '', text: `week ${String(n(c, 'week'))} of ${String(n(c, 'year'))}`, note: c['decadeKnown'] === true ? '' : i === 0 ? 'one digit for the year: the decade is open' : '' })),
  },
  {
    id: 'heat', title: 'Winding heat', form: 'winding-heat', hint: 'Copper tells its temperature by its resistance.',
    inputs: [{ name: 'cold', label: 'Cold', unit: 'Ω', example: '5.10' }, { name: 'celsius', label: 'at', unit: '°C', example: '23' }, { name: 'hot', label: 'Hot', unit: 'Ω', example: '6.20' }, { name: 'class', label: 'Insulation class', example: 'A', choices: ['A', 'E', 'B', 'F', 'H'].map((value) => ({ value, label: value })) }],
    ask: (v) => given({ coldOhms: v['cold'], coldCelsius: v['celsius'], hotOhms: v['hot'], class: v['class'] }),
    show: (out) => [
      { label: 'Mean of the winding', text: `${n(out, 'meanCelsius').toFixed(0)} °C`, note: `${n(out, 'riseKelvin').toFixed(0)} K of rise` }, { label: 'Hot spot, up to', text: `${n(out, 'hotSpotCelsius').toFixed(0)} °C`, note: `class allows ${String(n(out, 'classCelsius'))} °C` },
      { label: 'Life of the insulation', text: `${n(out, 'lifeFactor') >= 1 ? `${n(out, 'lifeFactor').toPrecision(2)} times` : `${(100 * n(out, 'lifeFactor')).toFixed(0)} %`} of the class’s` },
    ],
    cautioned: true,
  },
  {
    id: 'values', title: 'Series & parallel', form: 'series-parallel', hint: 'The nearest preferred value, and two together that come nearer.',
    inputs: [
      { name: 'what', label: 'What', example: 'Ω', choices: [{ value: 'Ω', label: 'resistors' }, { value: 'F', label: 'capacitors' }] }, { name: 'wanted', label: 'Wanted', example: '302k' },
      { name: 'series', label: 'Series', example: '12', choices: ['6', '12', '24', '96'].map((value) => ({ value, label: `E${value}` })) },
    ],
    ask: (v) => ({ wanted: v['wanted'], series: Number(v['series']), unit: v['what'] }),
    show: (out, v) => {
      const unit: Unit = v['what'] === 'F' ? 'F' : 'Ω'
      return [
        { label: 'Nearest', text: showFigure(n(out, 'nearest'), unit), note: percent(n(out, 'nearestPercent')) }, { label: 'Next up, next down', text: `${showFigure(n(out, 'atLeast'), unit)}, ${showFigure(n(out, 'atMost'), unit)}` },
        ...list(out, 'pairs').slice(0, 4).map((p) => ({ label: `In ${words(p['arrangement'])}`, text: `${showFigure(n(p, 'first'), unit)} with ${showFigure(n(p, 'second'), unit)}`, note: percent(n(p, 'percent')) })),
      ]
    },
  },
  {
    id: 'bypass', title: 'Cathode bypass', form: 'cathode-bypass', hint: 'What its capacitor does to a triode stage below.',
    inputs: [{ name: 'mu', label: 'µ', example: '100' }, { name: 'rp', label: '{plate} resistance', unit: 'Ω', example: '62k5' }, { name: 'load', label: '{plate} load', unit: 'Ω', example: '100k' }, { name: 'rk', label: '{cathode} resistor', unit: 'Ω', example: '1k5' }, { name: 'farads', label: 'Bypass', unit: 'F', example: '25u' }],
    ask: (v) => ({ mu: number(v['mu']), plateResistanceOhms: v['rp'], loadOhms: v['load'], cathodeOhms: v['rk'], farads: v['farads'] }),
    show: (out) => [
      { label: 'Step', text: `${n(out, 'stepDecibels').toFixed(1)} dB` }, { label: 'from', text: showFigure(n(out, 'zeroHertz'), 'Hz') }, { label: 'to', text: showFigure(n(out, 'poleHertz'), 'Hz') },
      { label: '−3 dB', text: out['minus3Hertz'] === null ? 'never: the step is smaller' : showFigure(n(out, 'minus3Hertz'), 'Hz') },
    ],
  },
  {
    id: 'matching', title: 'Matching', form: 'match-tubes', hint: 'So that the worst set is as close as can be. All read in one tester, at one setting, after the same warm-up.',
    inputs: [
      { name: 'tubes', label: '{plate} current of each {tube}: mA or mA/mS; A7=38.2 names it', example: '38.2 41.0 39.5 44.1 40.2 38.9', long: true, check: (text) => { const tray = readTray(text); return tray.ok ? '' : tray.sentence } },
      { name: 'size', label: 'Sets of', example: '2', choices: [{ value: '2', label: 'two' }, { value: '4', label: 'four' }, { value: '6', label: 'six' }] }, { name: 'sets', label: 'How many sets', example: '2', check: (text) => (/^\d+$/.test(text.trim()) && Number(text) >= 1 ? '' : 'How many sets: a whole number belongs here.') },
      { name: 'limit', label: 'Matched within, %', example: '5', check: share }, { name: 'meter', label: 'Meter cannot tell, %', example: '1', optional: true, check: share },
    ],
    ask: (v) => given({ size: Number(v['size']), sets: Number(v['sets']), matchedPercent: number(v['limit']), meterPercent: v['meter'] === undefined ? undefined : number(v['meter']), oneSetting: true, tubes: trayTubes(String(v['tubes'])) }),
    show: (out, v) => {
      if (out['result'] === 'too-few') return [{ label: 'Too few', text: `${String(n(out, 'comparable'))} there, ${String(n(out, 'wanted'))} wanted` }]
      const tubes = trayTubes(String(v['tubes']))
      const currents = (ids: string[]): string => ids.map((id) => (tubes.find((t) => t.id === id)?.plateAmperes ?? Number.NaN) * 1000).map((a) => Number(a.toPrecision(4))).join(', ')
      const spread = (s: Out): string => `${n(s, 'plateSpreadPercent').toFixed(1)} %${s['siemensSpreadPercent'] === null ? '' : `, mS ${n(s, 'siemensSpreadPercent').toFixed(1)} %`}`
      const [worst, closest] = [n(out['worst'] as Out, 'plateSpreadPercent'), n(out['bound'] as Out, 'plateSpreadPercent')]
      const among = worst - closest < 0.05 ? 'no choice is closer' : v['meter'] !== undefined && worst - closest < number(v['meter']) + 0.05 ? `${closest.toFixed(1)} % can be had: the meter cannot tell, so mS decides` : `no choice is closer than ${closest.toFixed(1)} %`
      return [
        ...list(out, 'sets').map((s, i) => ({ label: `${String(i + 1)}: ${words(s['claim'])}`, text: texts(s, 'tubes').join(' · '), note: `${currents(texts(s, 'tubes'))} mA: ${spread(s)}` })),
        { label: 'Worst', text: `${worst.toFixed(1)} %`, note: among },
        ...(texts(out, 'leftOver').length === 0 ? [] : [{ label: 'Left over', text: texts(out, 'leftOver').join(' · '), note: list(out, 'leftOverPairs').map((p) => `${texts(p, 'tubes').join(' with ')}: ${spread(p)}`).join('; ') }]),
      ]
    },
    cautioned: true,
  },
]
