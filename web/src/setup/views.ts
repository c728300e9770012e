/** The view of each step that is built; a step without one says what belongs there. */
import type { Component } from 'vue'
import DaysView from '../components/days/DaysView.vue'
import ElectrodesView from '../components/electrodes/ElectrodesView.vue'
import LoadsView from '../components/loads/LoadsView.vue'
import MaterialsView from '../components/materials/MaterialsView.vue'
import BondsView from '../components/neutrals/BondsView.vue'
import PanelsView from '../components/panels/PanelsView.vue'
import RecordView from '../components/record/RecordView.vue'
import RouteView from '../components/route/RouteView.vue'
import SizingView from '../components/sizing/SizingView.vue'
import SurveyView from '../components/survey/SurveyView.vue'

export const VIEWS: Record<string, Component> = {
  survey: SurveyView,
  loads: LoadsView,
  sizing: SizingView,
  route: RouteView,
  electrodes: ElectrodesView,
  neutrals: BondsView,
  panels: PanelsView,
  materials: MaterialsView,
  days: DaysView,
  record: RecordView,
}
