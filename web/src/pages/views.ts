/** The view of each step that is built; a step without one says what belongs there. */
import type { Component } from 'vue'
import DaysView from '../components/steps/days/DaysView.vue'
import ElectrodesView from '../components/steps/electrodes/ElectrodesView.vue'
import LoadsView from '../components/steps/loads/LoadsView.vue'
import MaterialsView from '../components/steps/materials/MaterialsView.vue'
import BondsView from '../components/steps/neutrals/BondsView.vue'
import PanelsView from '../components/steps/panels/PanelsView.vue'
import RecordView from '../components/steps/record/RecordView.vue'
import RouteView from '../components/steps/route/RouteView.vue'
import SizingView from '../components/steps/sizing/SizingView.vue'
import SurveyView from '../components/steps/survey/SurveyView.vue'

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
