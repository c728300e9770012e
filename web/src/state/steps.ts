/** The order of work: the steps of the left rail, and what stands behind each. */
export interface WorkStep {
  key: string
  title: string
  built: boolean
  coming: string
  /** What a tradesman might call it. */
  also: string
}

export const STEPS: WorkStep[] = [
  {
    key: 'survey',
    title: 'Survey',
    built: true,
    coming: '',
    also: 'property tree existing panels walk through what feeds what',
  },
  {
    key: 'loads',
    title: 'Loads',
    built: true,
    coming: '',
    also: 'demand load calculation amps appliances legs balance',
  },
  {
    key: 'sizing',
    title: 'Sizing',
    built: true,
    coming: '',
    also: 'wire size feeder service ampacity voltage drop breaker cable',
  },
  {
    key: 'route',
    title: 'Route & pull',
    built: true,
    coming: '',
    also: 'conduit pipe trench bends pulling tension fill',
  },
  {
    key: 'electrodes',
    title: 'Electrodes',
    built: true,
    coming: '',
    also: 'ground rods earth rod soil resistance fall of potential',
  },
  {
    key: 'neutrals',
    title: 'Neutrals & bonds',
    built: true,
    coming: '',
    also: 'bonding bench main bonding jumper fault clamp meter touch voltage stray',
  },
  {
    key: 'panels',
    title: 'Panels',
    built: false,
    coming: 'Circuits slot by slot, balance of the legs, directory labels.',
    also: 'breakers circuits directory slots',
  },
  {
    key: 'materials',
    title: 'Materials',
    built: false,
    coming: 'Cut lengths, fittings, price books and the pick list.',
    also: 'shopping list parts price book',
  },
  {
    key: 'days',
    title: 'Days & outage',
    built: false,
    coming: 'What is done live-free, how long the power is off, inspections, the calendar.',
    also: 'schedule outage calendar crew',
  },
  {
    key: 'inspection',
    title: 'Inspection',
    built: false,
    coming: 'A checklist made from this plan. The calculation sheet can be printed already.',
    also: 'checklist inspector',
  },
  { key: 'record', title: 'Record', built: true, coming: '', also: 'history revisions changes who' },
]
