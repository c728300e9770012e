/** The order of work: the steps of the left rail, and what stands behind each. */
export interface WorkStep {
  key: string
  title: string
  built: boolean
  coming: string
}

export const STEPS: WorkStep[] = [
  { key: 'survey', title: 'Survey', built: true, coming: '' },
  { key: 'loads', title: 'Loads', built: true, coming: '' },
  { key: 'sizing', title: 'Sizing', built: true, coming: '' },
  { key: 'route', title: 'Route & pull', built: true, coming: '' },
  { key: 'electrodes', title: 'Electrodes', built: true, coming: '' },
  { key: 'neutrals', title: 'Neutrals & bonds', built: true, coming: '' },
  { key: 'panels', title: 'Panels', built: false, coming: 'Circuits slot by slot, balance of the legs, directory labels.' },
  { key: 'materials', title: 'Materials', built: false, coming: 'Cut lengths, fittings, price books and the pick list.' },
  { key: 'days', title: 'Days & outage', built: false, coming: 'What is done live-free, how long the power is off, inspections, the calendar.' },
  { key: 'inspection', title: 'Inspection', built: false, coming: 'A checklist made from this plan. The calculation sheet can be printed already.' },
  { key: 'record', title: 'Record', built: true, coming: '' },
]
