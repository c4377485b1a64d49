import { Project, type AnyRecord, type Id } from '../core/src/records'
import { solidOf } from '../core/src/solids'
import { dot3, normalOf, type Point3 } from '../core/src/space'
import { atOnce } from '../core/src/steps'
import { Derivation, framesOf } from '../core/src/views'

export interface ViewTimes {
  /** Six drawings one after the other, in a page that has done nothing before. */
  readonly first: number
  /** The same of another project in that page. */
  readonly again: number
  /** The drawing that is open after a window moved, 95 of 100 times. */
  readonly edit: number
  readonly hidden: number
  readonly painted: number
  readonly faces: number
}

const at95 = (times: number[]): number => times.sort((p, q) => p - q)[Math.floor(times.length * 0.95)]!

/** Every face of the building that looks towards the eye, from the furthest to the nearest. */
function facesOf(project: Project, drawing: Id): number[][] {
  const [frame] = framesOf(project, project.need('drawing', drawing))
  const { right, up, near } = frame!.looking
  const found: { readonly far: number; readonly points: number[] }[] = []
  for (const record of project.everything()) {
    const solid = solidOf(project, record)
    for (const { loops } of solid?.faces ?? []) {
      const corners = loops[0]!.map((i): Point3 => solid!.points[i]!)
      if (dot3(normalOf(solid!.points, loops[0]!), near) <= 0) continue
      found.push({
        far: corners.reduce((sum, p) => sum + dot3(p, near), 0) / corners.length,
        points: corners.flatMap((p) => [dot3(p, right), dot3(p, up)]),
      })
    }
  }
  return found.sort((p, q) => p.far - q.far).map(({ points }) => points)
}

/** All elevations and sections of a project worked out, one after the other, and how long that took. */
function derived(project: Project): { readonly derivations: readonly Derivation[]; readonly time: number } {
  const views = project.all('drawing').filter(({ view }) => view === 'elevation' || view === 'section')
  const start = performance.now()
  const derivations = views.map(({ id }) => {
    const derivation = new Derivation(project, id)
    atOnce(derivation.following())
    return derivation
  })
  return { derivations, time: performance.now() - start }
}

function measure(records: readonly AnyRecord[]): ViewTimes {
  const project = new Project([...records])
  const { derivations, time: first } = derived(project)
  const again = derived(new Project(structuredClone([...records]))).time
  const [open] = derivations
  const window = project.all('opening').find(({ fit }) => fit === 'window')!
  const edits: number[] = []
  for (let i = -40; i < 200; i++) {
    const moved = { ...window, along: window.along + (i % 2) * 60, sill: window.sill + (i % 3) * 20 }
    const start = performance.now()
    project.apply({ put: [moved], drop: [] })
    atOnce(open!.following())
    if (i >= 0) edits.push(performance.now() - start)
  }
  const { id } = project.all('drawing').find(({ view }) => view === 'elevation')!
  const faces = facesOf(project, id)
  const context = document.querySelector('canvas')!.getContext('2d', { willReadFrequently: true })!
  const finish = (): void => void context.getImageData(0, 0, 1, 1)
  const paint = (): void => {
    context.setTransform(0.05, 0, 0, -0.05, 200, 700)
    context.fillStyle = '#fff'
    context.strokeStyle = '#1e2a38'
    context.lineWidth = 20
    for (const points of facesOf(project, id)) {
      context.beginPath()
      for (let i = 0; i < points.length; i += 2) context.lineTo(points[i]!, points[i + 1]!)
      context.closePath()
      context.fill()
      context.stroke()
    }
    finish()
  }
  const least = (work: () => void): number => {
    const begun = performance.now()
    work()
    return performance.now() - begun
  }
  let [hidden, painted] = [Infinity, Infinity]
  for (let i = 0; i < 12; i++) {
    hidden = Math.min(
      hidden,
      least(() => void atOnce(new Derivation(project, id).following())),
    )
    painted = Math.min(painted, least(paint))
  }
  return { first, again, edit: at95(edits), hidden, painted, faces: faces.length }
}
Object.assign(window, { measure })
