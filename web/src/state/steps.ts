/** The order of work: the steps of the left rail, and what stands behind each. */
export interface WorkStep {
  key: string
  title: string
  /** What belongs there, of a step that is not built yet. */
  coming?: string
  /** What a tradesman might call it. */
  also: string
}

export const STEPS: WorkStep[] = [
  {
    key: 'survey',
    title: 'Survey',
    also: 'property tree existing panels walk through what feeds what',
  },
  {
    key: 'loads',
    title: 'Loads',
    also: 'demand load calculation amps appliances legs balance',
  },
  {
    key: 'sizing',
    title: 'Sizing',
    also: 'wire size feeder service ampacity voltage drop breaker cable',
  },
  {
    key: 'route',
    title: 'Route & pull',
    also: 'conduit pipe trench bends pulling tension fill',
  },
  {
    key: 'electrodes',
    title: 'Electrodes',
    also: 'ground rods earth rod soil resistance fall of potential',
  },
  {
    key: 'neutrals',
    title: 'Neutrals & bonds',
    also: 'bonding bench main bonding jumper fault clamp meter touch voltage stray',
  },
  {
    key: 'panels',
    title: 'Panels',
    also: 'breakers circuits directory slots',
  },
  {
    key: 'materials',
    title: 'Materials',
    also: 'shopping list parts price book',
  },
  {
    key: 'days',
    title: 'Days & outage',
    also: 'schedule outage calendar crew who has power turning on lockout tag inspections weather',
  },
  {
    key: 'inspection',
    title: 'Inspection',
    also: 'checklist inspector test readings sign off insulation certificate punch list',
  },
  { key: 'record', title: 'Record', also: 'history revisions changes who' },
]
