/** What is written down of a circuit, of the can it stands in, of a box, and of a cable whose panel moves. */
import type { Choice, Job, Options } from '../api/client'
import { STATUSES, type FieldOf } from './fields'

type Circuit = Job['circuits'][string]
type Box = Job['boxes'][string]
type Layout = NonNullable<Job['enclosures'][string]['layout']>
type Group = Layout['groups'][number]

type Part = Record<string, unknown>
const pairs = (...all: [string, string][]): Choice[] => all.map(([value, title]) => ({ value, title }))
const LOOKED = pairs(['', 'not looked at'], ['yes', 'yes'], ['no', 'no'])
const TITLES: Record<string, string> = {
  unknown: 'not said',
  sink: 'near a sink or tub',
  counter: 'counter for food or drink',
  oven: 'oven or cooking unit',
  tub: 'tub with jets',
  charger: 'vehicle charging',
}
export const ROOMS: Choice[] = [
  'unknown', 'kitchen', 'bathroom', 'laundry', 'bedroom', 'living', 'hallway', 'garage', 'basement',
  'finished_basement', 'crawl_space', 'sink', 'counter',
  'attic', 'outdoors', 'outbuilding', 'several',
].map((value) => ({ value, title: TITLES[value] ?? value.replace('_', ' ') })) // prettier-ignore
const FEEDS: Choice[] = [
  'unknown', 'dishwasher', 'range', 'oven', 'microwave', 'dryer', 'washer', 'smoke_alarm', 'sump_pump', 'pump',
  'air_conditioning', 'water_heater', 'charger', 'hot_tub', 'tub',
].map((value) => ({ value, title: TITLES[value] ?? value.replace('_', ' ') })) // prettier-ignore
const CURVES = pairs(['', 'not read'], ['B', 'B'], ['C', 'C'], ['D', 'D'])
const ownWire = (part: Part): boolean => !part.run
const twoLegs = (options: Options): boolean => !options.one_line
const sizes = (options: Options, part: Part): Choice[] => [
  { value: '', title: 'not noted' },
  ...(options.sizes[String(part.metal ?? 'copper')] ?? []),
]
const barSizes = (options: Options): Choice[] => [{ value: '', title: 'not read' }, ...(options.sizes.copper ?? [])]
const metals = (options: Options): Choice[] => options.metals

/** Other circuits of the same panel. */
function others(_: Options, part: Part, job: Job): Choice[] {
  const all = Object.entries(job.circuits).filter(
    ([, one]) => one.enclosure === part.enclosure && one.status !== 'remove',
  )
  const named = all.map(([value, one]) => ({
    value,
    title: `${one.slots.join(', ')} ${one.run ? (job.runs[one.run]?.name ?? '') : one.name}`,
  }))
  return [{ value: '', title: 'none' }, ...named.filter((one) => job.circuits[one.value] !== part)]
}

function loadsThere(_: Options, part: Part, job: Job): Choice[] {
  const there = Object.entries(job.loads).filter(([, load]) => load.enclosure === part.enclosure)
  return there.map(([value, load]) => ({ value, title: load.name }))
}

function named(of: Record<string, { name: string }>): Choice[] {
  return [{ value: '', title: 'none' }, ...Object.entries(of).map(([value, one]) => ({ value, title: one.name }))]
}

function groupsThere(_: Options, part: Part, job: Job): Choice[] {
  const groups = job.enclosures[String(part.enclosure)]?.layout?.groups ?? []
  return [
    { value: '', title: 'none' },
    ...groups.map((one, i) => ({ value: String(i + 1), title: `${i + 1} ${one.name}` })),
  ]
}

export const CIRCUIT_FIELDS: FieldOf<Circuit>[] = [
  { field: 'slots', label: '{Slots}', type: 'slots', hint: 'no place yet' },
  { field: 'name', label: 'Name in the directory', type: 'text', hint: 'room and use', only: ownWire },
  { field: 'rating_a', label: 'Device', type: 'amperes', hint: 'not read', only: ownWire },
  { field: 'size', label: 'Wire', type: 'choice', from: sizes, only: ownWire },
  { field: 'curve', label: 'Curve', type: 'choice', choices: CURVES, where: (o) => o.by_loop },
  { field: 'points', label: 'Points on it', type: 'number', hint: 'not counted', where: (o) => o.by_loop },
  { field: 'serves', label: 'Room', type: 'choice', choices: ROOMS },
  { field: 'feeds', label: 'Which appliance', type: 'choice', choices: FEEDS },
  {
    field: 'use',
    label: 'What it feeds',
    type: 'choice',
    choices: pairs(
      ['unknown', 'not said'],
      ['outlets', '{receptacles}'],
      ['single_outlet', 'one outlet for one thing'],
      ['lighting', 'lighting'],
      ['fixed', 'fixed appliance'],
      ['panel', '{panel}'],
    ),
  },
  { field: 'loads', label: 'Its loads', type: 'choices', from: loadsThere },
  {
    field: 'protects',
    label: 'Its device also does',
    type: 'choice',
    where: (options) => !options.by_loop,
    choices: pairs(
      ['standard', 'overcurrent only'],
      ['ground_fault', 'ground-fault too'],
      ['arc_fault', 'arc-fault too'],
      ['both', 'ground- and arc-fault'],
    ),
  },
  { field: 'residual_ma', label: 'Own residual current', type: 'milliamperes', hint: 'none' },
  {
    field: 'group',
    label: 'Behind the device',
    type: 'number-choice',
    from: groupsThere,
    where: (options) => options.by_loop,
  },
  {
    field: 'leakage_ma',
    label: 'What leaks all the time',
    type: 'milliamperes',
    hint: 'not read',
    where: (options) => options.by_loop,
  },
  {
    field: 'status',
    label: 'It is',
    type: 'choice',
    choices: STATUSES,
  },
  {
    field: 'known',
    label: 'How that is known',
    type: 'choice',
    choices: pairs(['unknown', 'not known'], ['labelled', 'as labelled'], ['traced', 'traced'], ['tested', 'tested']),
  },
]

export const CIRCUIT_MORE: FieldOf<Circuit>[] = [
  { field: 'metal', label: 'Metal of its wire', type: 'choice', from: metals, only: ownWire },
  {
    field: 'half',
    label: 'Size of its device',
    type: 'choice',
    choices: pairs(['', 'full size'], ['a', 'half size, upper'], ['b', 'half size, lower']),
  },
  { field: 'partner', label: 'Shares a neutral with', type: 'choice', from: others, where: twoLegs },
  { field: 'neutral_with', label: 'Same neutral screw as', type: 'choice', from: others },
  { field: 'extended_in', label: 'Goes on in the box', type: 'choice', from: (_, __, job) => named(job.boxes) },
  { field: 'source', label: 'Brings power in from', type: 'choice', from: (_, __, job) => named(job.sources) },
  {
    field: 'read_a',
    label: 'As a clamp read it',
    type: 'amperes',
    only: (p) => !(p.loads as string[] | undefined)?.length && !p.run,
  },
  { field: 'tied', label: 'Handles tied to its partner', type: 'flag', where: twoLegs },
  { field: 'pinned', label: 'Stays where it is', type: 'flag' },
  { field: 'stays_on', label: 'Never off to trace: freezer, pump, medical gear', type: 'flag' },
  { field: 'outlets_replaced', label: 'Its outlets are replaced', type: 'flag', where: (options) => !options.by_loop },
  { field: 'lug_kit', label: 'A lug of its own on the bar', type: 'flag' },
  { field: 'crossed', label: 'Second inverter on the upper terminal', type: 'flag', only: (p) => Boolean(p.source) },
]

export const CABLE_FIELDS: FieldOf<Circuit>[] = [
  {
    field: 'comes_from',
    label: 'Its cable comes from',
    type: 'choice',
    choices: pairs(['above', 'above'], ['below', 'below'], ['left', 'the left'], ['right', 'the right']),
  },
  { field: 'fixed_m', label: 'Old {can} to where it is held', type: 'way', zero: 0 },
  { field: 'spare_m', label: 'Spare in the old {can}', type: 'way', zero: 0 },
  { field: 'short_m', label: 'Missing, as measured', type: 'way', hint: 'worked out' },
  {
    field: 'when_short',
    label: 'If short',
    type: 'choice',
    choices: pairs(['', 'as your call says'], ['box', 'goes on in a box'], ['new_cable', 'a new cable']),
  },
  { field: 'new_cable_m', label: 'A new cable would be', type: 'length', hint: 'not measured' },
]

export const LAYOUT_FIELDS: FieldOf<Layout>[] = [
  { field: 'spaces', label: '{Spaces}', type: 'count', required: true },
  {
    field: 'main',
    label: 'How it is fed',
    type: 'choice',
    choices: pairs(
      ['breaker', '{main_breaker}'],
      ['lugs', '{lugs_only}'],
      ['back_fed', 'back-fed, by a device in a {slot}'],
    ),
  },
  {
    field: 'main_slots',
    label: '{Slots} of a back-fed main',
    type: 'slots',
    hint: 'none',
    only: (p) => p.main === 'back_fed',
  },
  {
    field: 'hold_down',
    label: 'Its back-fed main is held down',
    type: 'yesno',
    choices: LOOKED,
    only: (p) => p.main === 'back_fed',
  },
  { field: 'half_slots', label: '{Slots} for half-size devices', type: 'slots', hint: 'none' },
  { field: 'most_poles', label: 'Most poles, by its label', type: 'count', hint: 'not read' },
  { field: 'to_come_single', label: 'Circuits to come, one pole', type: 'count', zero: 0 },
  { field: 'to_come_two_pole', label: 'Circuits to come, two poles', type: 'count', zero: 0, where: twoLegs },
  { field: 'read_1_a', label: 'Leg 1 as read', type: 'amperes', hint: 'not read', where: twoLegs },
  { field: 'read_2_a', label: 'Leg 2 as read', type: 'amperes', hint: 'not read', where: twoLegs },
  { field: 'read_neutral_a', label: 'Neutral as read', type: 'amperes', hint: 'not read' },
  { field: 'neutral_bar_most', label: 'Bars take at most', type: 'choice', from: barSizes },
  { field: 'bar_least', label: 'Bars hold at least', type: 'choice', from: barSizes },
  { field: 'ground_terminals', label: 'Terminals for {grounds}', type: 'count', hint: 'count them' },
  { field: 'grounds_paired', label: 'Label allows two {grounds} a screw', type: 'yesno', choices: LOOKED },
  { field: 'working_width_m', label: 'Clear width in front', type: 'length', hint: 'not measured' },
  { field: 'working_depth_m', label: 'Clear depth in front', type: 'length', hint: 'not measured' },
  { field: 'headroom_m', label: 'Clear height in front', type: 'length', hint: 'not measured' },
  { field: 'in_front', label: 'What stands in front', type: 'text', hint: 'nothing' },
  { field: 'flush', label: 'Set into the wall', type: 'yesno', choices: LOOKED },
  { field: 'torque', label: 'Torque, as its label says', type: 'text', hint: 'read the label' },
  { field: 'surge_lead_m', label: 'Leads of its surge device', type: 'length', hint: 'it has none' },
  { field: 'fed_at_bottom', label: 'Its main is at the bottom', type: 'flag' },
]

export const MOVE_FIELDS: FieldOf<Layout>[] = [
  { field: 'moved_right_m', label: 'To the right of the old one', type: 'way', zero: 0 },
  { field: 'moved_up_m', label: 'Above the old one', type: 'way', zero: 0 },
  { field: 'make_up_m', label: 'Cable needed inside', type: 'way', zero: 0 },
]

export const BOX_FIELDS: FieldOf<Box>[] = [
  { field: 'name', label: 'Name', type: 'text', required: true },
  { field: 'volume_l', label: 'Volume, as marked', type: 'litres', hint: 'not read' },
  { field: 'ring_l', label: 'Extension ring', type: 'litres', zero: 0 },
  { field: 'accessible', label: 'Its cover stays within reach', type: 'flag' },
]

export const GROUP_FIELDS: FieldOf<Group>[] = [
  { field: 'name', label: 'Name', type: 'text', required: true },
  { field: 'residual_ma', label: 'Residual current', type: 'milliamperes', required: true },
  { field: 'rating_a', label: 'Carries', type: 'amperes', hint: 'not read' },
]
