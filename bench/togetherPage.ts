/** On the clock that windows of one machine share, ms. */
const now = (): number => performance.timeOrigin + performance.now()

/** Notes when the key of a step back goes down. */
function noteKeys(): number[] {
  const noted: number[] = []
  addEventListener('keydown', ({ key }) => void (key === 'z' && noted.push(now())), { capture: true })
  return noted
}

/** Notes when the drawing was painted anew, its pixels read back. */
function notePaints(): number[] {
  const noted: number[] = []
  const [, canvas] = document.querySelectorAll<HTMLCanvasElement>('[data-test=board] canvas')
  const context = canvas!.getContext('2d')!
  const sum = (): number => {
    const { data } = context.getImageData(0, 0, canvas!.width, canvas!.height)
    let all = 0
    for (let i = 3; i < data.length; i += 4) all = (all * 31 + data[i]! + data[i - 1]!) | 0
    return all
  }
  let before = sum()
  const look = (): void => {
    const is = sum()
    if (is !== before) noted.push(now())
    before = is
    requestAnimationFrame(look)
  }
  requestAnimationFrame(look)
  return noted
}

Object.assign(window, { noteKeys, notePaints })
