import {
  CategoryScale,
  Chart as ChartJs,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js'

ChartJs.register(CategoryScale, LinearScale, PointElement, LineElement, Tooltip, Legend)

ChartJs.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif"
ChartJs.defaults.font.size = 14

/** A colour of the look, by its name: a chart is drawn on a canvas, which knows no variables. */
export const token = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()
