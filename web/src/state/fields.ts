/** What the survey asks of each kind of part: fields in order, in the words of the trade. Nothing is worked out. */
import type { Choice, Job, Options, PartKind } from '../api/client'

export type FieldType =
  | 'text'
  | 'note'
  | 'length'
  | 'depth'
  | 'area'
  | 'amperes'
  | 'power'
  | 'number'
  | 'count'
  | 'horsepower'
  | 'percent'
  | 'temperature'
  | 'kva'
  | 'volts'
  | 'ohms'
  | 'flag'
  | 'yesno'
  | 'choice'
  | 'choices'
  | 'building'
  | 'enclosure'
  | 'node'
  | 'run'
  | 'powers'
  | 'slots'
  | 'way'
  | 'litres'
  | 'milliamperes'
  | 'number-choice'

export interface Field {
  field: string
  label: string
  type: FieldType
  required?: boolean
  hint?: string
  choices?: Choice[]
  from?: (options: Options, part: Record<string, unknown>, job: Job) => Choice[]
  /** What an emptied box stands for, where nothing is not allowed. */
  zero?: number
  only?: (part: Record<string, unknown>) => boolean
  where?: (options: Options) => boolean
}

/** A field of one kind of part: the job document has it, or it does not compile. */
export type FieldOf<P> = Field & { field: keyof P & string }

type Part = Record<string, unknown>
const byLoop = (options: Options) => options.by_loop
const notByLoop = (options: Options) => !options.by_loop
const twoLegs = (options: Options) => !options.one_line

function choices(...pairs: [string, string][]): Choice[] {
  return pairs.map(([value, title]) => ({ value, title }))
}

const NAME: FieldOf<{ name: string }> = { field: 'name', label: 'Name', type: 'text', required: true }
export const STATUSES = choices(
  ['existing', 'there already'],
  ['new', 'new'],
  ['temporary', 'for now only'],
  ['remove', 'to remove'],
)
const STATUS: FieldOf<{ status: string }> = { field: 'status', label: 'Status', type: 'choice', choices: STATUSES }
export const LOAD_KINDS = choices(
  ['other', 'anything else'],
  ['counted', 'a load somebody calculated'],
  ['lighting', 'lighting and {receptacles}'],
  ['appliance', 'appliance, fixed'],
  ['range', '{range}'],
  ['dryer', '{dryer}'],
  ['heating', 'fixed heat'],
  ['heat_pump', 'heat pump'],
  ['cooling', 'cooling'],
  ['water_heating', 'water heater'],
  ['vehicle', 'vehicle charging'],
  ['hot_tub', 'hot tub'],
  ['motor', 'motor or machine'],
  ['kiln', 'kiln'],
  ['welder', 'welder'],
  ['sockets', 'circuit of {receptacles}'],
  ['shower', 'shower, electric'],
  ['tankless', 'water heater without a tank'],
  ['pool_heater', 'heater of a pool or tub'],
)
const LOOP_KINDS = ['sockets', 'shower']
export const loadKinds = (options: Options) =>
  options.by_loop
    ? LOAD_KINDS.map((kind) => (kind.value === 'lighting' ? { value: 'lighting', title: 'lighting circuit' } : kind))
    : LOAD_KINDS.filter((kind) => !LOOP_KINDS.includes(kind.value))
const coreSizes = (options: Options) => [{ value: '', title: 'not known' }, ...(options.sizes.copper ?? [])]
const laidUsual = { value: '', title: 'by method and place' }

/** Reference methods of the tables, where a code has them. */
export const laidWays = (options: Options | null): Choice[] => [laidUsual, ...(options?.laid_ways ?? [])]
export const deviceTypes = (options: Options | null): Choice[] => [
  { value: '', title: 'the usual one' },
  ...(options?.device_types ?? []),
]
export const ENCLOSURE_KINDS = choices(
  ['meter', 'meter'],
  ['meter_main', 'meter-main'],
  ['panel_main_breaker', '{panel} {main_breaker}'],
  ['panel_lugs', '{panel} {lugs_only}'],
  ['disconnect', '{disconnect}'],
  ['transfer_switch', '{transfer_switch}'],
  ['junction_box', 'junction box'],
  ['splitter', '{splitter}'],
)
export const SOURCE_KINDS = choices(
  ['utility_transformer', '{utility_transformer}'],
  ['transformer', 'own transformer'],
  ['generator', 'generator'],
  ['inverter_pair', 'paired inverters'],
  ['governed_plant', 'plant with a governor'],
)
export const OBSTACLES = choices(
  ['finished_ceiling', 'finished ceiling'],
  ['escape_window', 'window that is a way out'],
  ['plumbing_behind', 'plumbing behind the plate'],
  ['gas_behind', 'gas behind the plate'],
  ['siding', 'siding'],
  ['masonry', 'masonry'],
  ['roots_or_rock', 'roots or rock'],
)
export const ELECTRODE_KINDS = choices(
  ['rod', 'rod'],
  ['concrete_encased', 'steel in the footing'],
  ['water_pipe', 'metal water pipe'],
  ['plate', 'plate'],
  ['ring', 'ring'],
  ['buried_wire', 'wire or strip in a trench'],
)

export const isMotor = (part: Part) => part.kind === 'motor' || part.kind === 'heat_pump' || part.kind === 'cooling'

export const FIELDS: { [K in PartKind]: FieldOf<Job[K][string]>[] } = {
  sources: [
    NAME,
    STATUS,
    { field: 'kind', label: 'What it is', type: 'choice', choices: SOURCE_KINDS },
    { field: 'building', label: 'Stands at', type: 'building', hint: 'by itself' },
    { field: 'rating_kva', label: 'Rating', type: 'kva', hint: 'nameplate' },
    { field: 'line_v', label: 'Line to line voltage', type: 'volts', required: true },
    {
      field: 'system',
      label: 'Windings',
      type: 'choice',
      choices: choices(
        ['split_phase', '{center_tap}'],
        ['wye_legs', 'two legs of a wye'],
        ['two_wire', 'two wires, no neutral'],
        ['single_phase', 'one line and neutral'],
      ),
    },
    { field: 'earthing', label: 'Its earth', type: 'choice', from: (o) => o.earthings, where: byLoop },
    {
      field: 'loop_ohm',
      label: 'Loop outside, Ω',
      type: 'ohms',
      hint: 'the most that is stated',
      where: byLoop,
      only: (p) => p.earthing !== 'tt',
    },
    { field: 'neutral_size', label: 'Its neutral', type: 'choice', from: coreSizes, where: byLoop },
    { field: 'impedance_percent', label: 'Impedance', type: 'percent', hint: 'nameplate' },
    {
      field: 'available_fault_a',
      label: 'Fault current, by the {utility}',
      type: 'amperes',
      hint: 'ask them',
      only: (p) => p.kind === 'utility_transformer',
    },
    {
      field: 'fuel',
      label: 'It burns',
      type: 'choice',
      choices: choices(
        ['propane', 'propane'],
        ['natural_gas', 'natural gas'],
        ['gasoline', 'gasoline'],
        ['diesel', 'diesel'],
      ),
      only: (p) => p.kind === 'generator',
    },
    {
      field: 'plate_fuel',
      label: 'Its plate is written for',
      type: 'choice',
      hint: 'not read',
      choices: choices(
        ['propane', 'propane'],
        ['natural_gas', 'natural gas'],
        ['gasoline', 'gasoline'],
        ['diesel', 'diesel'],
      ),
      only: (p) => p.kind === 'generator',
    },
    {
      field: 'breaker_a',
      label: 'Breaker built into it',
      type: 'amperes',
      hint: 'not read',
      only: (p) => p.kind !== 'utility_transformer',
    },
    {
      field: 'feeds_inverter',
      label: 'Feeds inverters, not a {panel}',
      type: 'yesno',
      choices: choices(['', 'not looked at'], ['yes', 'yes'], ['no', 'no']),
      only: (p) => p.kind === 'generator',
    },
    {
      field: 'altitude_m',
      label: 'Height above the sea',
      type: 'length',
      required: true,
      only: (p) => p.kind === 'generator',
    },
    {
      field: 'ambient_c',
      label: 'Hottest air it breathes',
      type: 'temperature',
      required: true,
      only: (p) => p.kind === 'generator',
    },
    {
      field: 'bond_found',
      label: 'Its own bond, as found',
      type: 'choice',
      choices: choices(['unknown', 'not looked at'], ['bonded', 'bonded'], ['separate', 'kept apart']),
      only: (p) => p.kind !== 'utility_transformer',
    },
    {
      field: 'earth_ohm',
      label: '{Utility_ground}',
      type: 'ohms',
      hint: 'assumed, as the bench says',
      only: (p) => p.kind === 'utility_transformer',
    },
    {
      field: 'diversion_w',
      label: 'Steps of the diversion load',
      type: 'powers',
      hint: '1 kW, 2 kW, 4 kW',
      only: (p) => p.kind === 'governed_plant',
    },
    {
      field: 'tap_percent',
      label: 'Its tapping, above its voltage',
      type: 'percent',
      hint: '0 %',
      only: (p) => p.kind === 'transformer',
    },
    {
      field: 'no_load_loss_w',
      label: 'Idle loss',
      type: 'power',
      hint: 'assumed',
      only: (p) => p.kind === 'transformer',
    },
    {
      field: 'load_loss_w',
      label: 'Loss at full load',
      type: 'power',
      hint: 'assumed',
      only: (p) => p.kind === 'transformer',
    },
  ],
  buildings: [
    NAME,
    STATUS,
    {
      field: 'use',
      label: 'What it is',
      type: 'choice',
      choices: choices(['dwelling', 'dwelling'], ['outbuilding', 'outbuilding, pole or pedestal']),
    },
    {
      field: 'floor_m2',
      label: 'Floor area',
      type: 'area',
      hint: 'for the load',
      only: (p) => p.use === 'dwelling',
    },
    {
      field: 'basement_m2',
      label: 'Of it basement',
      type: 'area',
      hint: 'none',
      where: notByLoop,
      only: (p) => p.use === 'dwelling',
    },
    {
      field: 'small_appliance_circuits',
      label: 'Small-appliance circuits',
      type: 'count',
      required: true,
      where: notByLoop,
      only: (p) => p.use === 'dwelling',
    },
    {
      field: 'laundry_circuits',
      label: 'Laundry circuits',
      type: 'count',
      required: true,
      where: notByLoop,
      only: (p) => p.use === 'dwelling',
    },
    {
      field: 'measured_va',
      label: 'Highest demand, as measured',
      type: 'power',
      hint: 'not measured',
      where: notByLoop,
    },
    {
      field: 'measured_over',
      label: 'Measured over',
      type: 'choice',
      choices: choices(['year', 'a year'], ['month', 'a logged month']),
      where: notByLoop,
      only: (p) => p.measured_va !== null,
    },
    {
      field: 'water_pipe',
      label: '{Water_pipe_in_ground}',
      type: 'choice',
      choices: choices(['unknown', 'not looked at'], ['none', 'none'], ['metal', 'metal'], ['plastic', 'plastic']),
    },
    {
      field: 'intersystem',
      label: 'Bonding point for telephone, cable, aerials',
      type: 'yesno',
      choices: choices(['', 'not looked at'], ['yes', 'there'], ['no', 'none']),
    },
    { field: 'metallic_path', label: 'A metal pipe or shield joins it to what feeds it', type: 'flag' },
    { field: 'animals', label: 'Houses animals', type: 'flag' },
  ],
  enclosures: [
    NAME,
    STATUS,
    { field: 'kind', label: 'What it is', type: 'choice', choices: ENCLOSURE_KINDS },
    { field: 'building', label: 'In', type: 'building', required: true },
    {
      field: 'bond_found',
      label: '{Neutral_and_ground}, as found',
      type: 'choice',
      choices: choices(['unknown', 'not looked at'], ['bonded', 'bonded'], ['separate', 'kept apart']),
    },
    {
      field: 'ground_bar_found',
      label: '{Ground_bar} and {can}, as found',
      type: 'choice',
      choices: choices(['unknown', 'not looked at'], ['bonded', 'bonded'], ['separate', 'isolated']),
    },
    { field: 'main_a', label: 'Main', type: 'amperes', hint: 'none' },
    { field: 'bus_a', label: '{Bus_rating}', type: 'amperes', hint: 'on the label' },
    { field: 'interrupting_a', label: '{Interrupting_rating}', type: 'amperes', hint: 'on the label' },
    {
      field: 'room',
      label: 'It hangs in',
      type: 'choice',
      choices: choices(
        ['unknown', 'not looked at'],
        ['elsewhere', 'a place with room in front'],
        ['bathroom', 'a bathroom'],
        ['clothes_closet', 'a clothes closet'],
        ['over_steps', 'over steps'],
        ['outdoors', 'the weather'],
      ),
    },
    {
      field: 'weatherproof',
      label: 'Made for the weather',
      type: 'yesno',
      choices: choices(['', 'not looked at'], ['yes', 'yes'], ['no', 'no']),
      only: (p) => p.room === 'outdoors',
    },
    { field: 'handle_height_m', label: 'Highest handle over the floor', type: 'length', hint: 'not measured' },
    { field: 'spaces_free', label: 'Spaces free', type: 'count', hint: 'count them' },
    { field: 'neutral_terminals', label: 'Neutral terminals', type: 'count', hint: 'count them' },
    { field: 'neutrals_landed', label: 'Neutrals under them', type: 'count', hint: 'count them' },
  ],
  electrodes: [
    NAME,
    STATUS,
    { field: 'kind', label: 'What it is', type: 'choice', choices: ELECTRODE_KINDS },
    { field: 'building', label: 'At', type: 'building', required: true },
    { field: 'length_m', label: 'In contact with soil', type: 'length', required: true },
    {
      field: 'width_m',
      label: 'Width of the plate',
      type: 'length',
      hint: 'a usual one',
      only: (p) => p.kind === 'plate',
    },
    {
      field: 'laid',
      label: 'Lies',
      type: 'choice',
      choices: choices(['upright', 'on edge'], ['trench', 'flat']),
      only: (p) => p.kind === 'plate',
    },
    {
      field: 'laid',
      label: 'Goes in',
      type: 'choice',
      choices: choices(['upright', 'straight down'], ['slanting', 'at a slant'], ['trench', 'flat in a trench']),
      only: (p) => p.kind === 'rod',
    },
    { field: 'top_m', label: 'Upper end, depth', type: 'length', required: true },
    { field: 'x_m', label: 'Along the building', type: 'length', hint: 'by the spacing' },
    { field: 'spacing_m', label: 'From the next one', type: 'length', hint: 'if there is one' },
    { field: 'measured_ohm', label: 'Measured', type: 'ohms', hint: 'not yet' },
    { field: 'clamp_for_burial', label: 'Clamp listed for burial', type: 'flag' },
    { field: 'conductor_goes_on', label: 'Its conductor goes on to the water pipe', type: 'flag' },
  ],
  loads: [
    NAME,
    STATUS,
    { field: 'kind', label: 'What it is', type: 'choice', from: loadKinds },
    { field: 'enclosure', label: 'At', type: 'enclosure', required: true },
    { field: 'power_va', label: 'Nameplate', type: 'power', required: true },
    { field: 'horsepower', label: 'Motor, horsepower', type: 'horsepower', hint: 'if it is one', only: isMotor },
    {
      field: 'hangs_m',
      label: 'A pump: how deep it hangs',
      type: 'length',
      hint: 'not looked at; 0 if in no well',
      only: isMotor,
    },
    {
      field: 'drop_allowed_percent',
      label: 'Drop its maker allows',
      type: 'percent',
      hint: 'not read',
    },
    {
      field: 'managed_va',
      label: 'Held by a load manager to',
      type: 'power',
      hint: 'not held',
      only: (p) => p.kind === 'vehicle',
    },
    {
      field: 'least_circuit_a',
      label: 'Plate, least circuit',
      type: 'amperes',
      hint: 'if it is marked',
      only: isMotor,
    },
    {
      field: 'largest_device_a',
      label: 'Plate, largest device',
      type: 'amperes',
      hint: 'if it is marked',
      only: isMotor,
    },
    {
      field: 'with_heat',
      label: 'It runs while the place is heated, too',
      type: 'flag',
      only: (p) => p.kind === 'cooling',
    },
    { field: 'duty_percent', label: 'Duty', type: 'percent', hint: 'on the label', only: (p) => p.kind === 'welder' },
    {
      field: 'across',
      label: 'Connected',
      type: 'choice',
      choices: choices(
        ['line_line', 'across both legs'],
        ['l1_neutral', 'leg 1 to neutral'],
        ['l2_neutral', 'leg 2 to neutral'],
      ),
      where: twoLegs,
    },
    {
      field: 'outlet_a',
      label: 'One outlet, rated',
      type: 'amperes',
      hint: '13 A',
      where: byLoop,
      only: (p) => p.kind === 'sockets',
    },
    {
      field: 'uses_neutral',
      label: 'Part of it to neutral',
      type: 'flag',
      where: twoLegs,
      only: (p) => p.across === 'line_line',
    },
    { field: 'continuous', label: 'Three hours or more at a stretch', type: 'flag' },
    {
      field: 'watches_neutral',
      label: 'Lets go by itself when the supply loses its neutral',
      type: 'flag',
      where: byLoop,
      only: (p) => p.kind === 'vehicle',
    },
    { field: 'starting_a', label: 'Current while starting', type: 'amperes', hint: 'if it has a motor' },
    { field: 'alternates', label: 'Never together with', type: 'text', hint: 'a shared word' },
    { field: 'shed_order', label: 'Let go as number', type: 'count', hint: 'by its kind' },
  ],
  runs: [
    NAME,
    STATUS,
    {
      field: 'kind',
      label: 'What it is',
      type: 'choice',
      choices: choices(
        ['service', '{service}'],
        ['feeder', '{feeder}'],
        ['branch', '{branch_circuit}'],
        ['tap', '{a_tap}'],
      ),
    },
    { field: 'origin', label: 'From', type: 'node', required: true },
    { field: 'target', label: 'To', type: 'node', required: true },
    {
      field: 'circuit',
      label: 'Wires',
      type: 'choice',
      choices: choices(
        ['three_wire', 'two lines and neutral'],
        ['two_wire_line', 'two lines'],
        ['two_wire_neutral', 'line and neutral'],
      ),
      where: twoLegs,
    },
    { field: 'grounding', label: '{Equipment_ground}', type: 'choice', from: (o) => o.groundings },
    {
      field: 'device_type',
      label: 'Kind of device',
      type: 'choice',
      from: deviceTypes,
      where: (o) => o.device_types.length > 0,
    },
    { field: 'measured_loop_ohm', label: 'Loop measured at its end, Ω', type: 'ohms', hint: 'not yet', where: byLoop },
    {
      field: 'utility_owned',
      label: 'Its conductors belong to the {utility}',
      type: 'flag',
      only: (p) => p.kind === 'service',
    },
    {
      field: 'ground_metal',
      label: 'Its ground, metal',
      type: 'choice',
      from: (o) => [{ value: '', title: 'as the other wires' }, ...o.metals],
      where: notByLoop,
    },
    { field: 'ground_with', label: 'Ground shared with', type: 'run', hint: 'its own', where: notByLoop },
    {
      field: 'ground_separate',
      label: 'Protective conductor beside the cable, not in it',
      type: 'flag',
      where: byLoop,
    },
    { field: 'alternate', label: 'Standby supply, through {transfer_equipment}', type: 'flag' },
    {
      field: 'interlock',
      label: 'Its end is a back-fed breaker with an interlock',
      type: 'flag',
      only: (p) => p.alternate === true,
    },
    {
      field: 'neutral_switched',
      label: 'Its {transfer_equipment}',
      type: 'yesno',
      choices: choices(['', 'as your call says'], ['yes', 'switches the neutral'], ['no', 'leaves the neutral solid']),
      only: (p) => p.alternate === true,
    },
    { field: 'in_the_way', label: 'In the way', type: 'choices', choices: OBSTACLES },
    { field: 'note', label: 'Note', type: 'text', hint: 'for the crew' },
    { field: 'located', label: 'Other lines in the ground located and marked', type: 'flag' },
    { field: 'full_rated', label: 'Device and {can} marked for 100 % continuous', type: 'flag', where: notByLoop },
    { field: 'residual_ma', label: 'Residual-current device, mA', type: 'number', hint: 'none' },
    {
      field: 'residual_delayed',
      label: 'That device is delayed',
      type: 'flag',
      where: byLoop,
      only: (p) => Boolean(p.residual_ma),
    },
    { field: 'gfci', label: 'Ground-fault protected', type: 'flag', where: notByLoop },
    {
      field: 'ring',
      label: 'A ring: out, past all outlets and back',
      type: 'flag',
      where: byLoop,
      only: (p) => p.kind === 'branch',
    },
    {
      field: 'ring_points',
      label: 'Outlets on the ring itself',
      type: 'count',
      hint: 'count them',
      only: (p) => p.ring === true,
    },
    {
      field: 'ring_spurs',
      label: 'Spurs without a fuse',
      type: 'count',
      hint: 'count them',
      only: (p) => p.ring === true,
    },
    {
      field: 'ring_floor_m2',
      label: 'Floor it serves',
      type: 'area',
      hint: 'not measured',
      only: (p) => p.ring === true,
    },
    {
      field: 'ring_line_ohm',
      label: 'Line from end to end',
      type: 'ohms',
      hint: 'not read',
      only: (p) => p.ring === true,
    },
    {
      field: 'cannot_overload',
      label: 'Its loads are fixed and cannot draw more than their rating',
      type: 'flag',
      where: byLoop,
    },
    { field: 'old_colors', label: 'Wired in the {colors} of before', type: 'flag', where: (o) => o.old_colors },
  ],
  circuits: [], // they are drawn and changed in Panels
  boxes: [],
}
