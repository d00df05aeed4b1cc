/** What is known of a pointer event of the page (Pointer Events 3). */
export interface PointerFacts {
  readonly type: string
  readonly pointerId: number
  /** The button that has just changed; -1 when none has. */
  readonly button: number
  /** The buttons that are down. */
  readonly buttons: number
}

const PRIMARY = 0
const PRIMARY_DOWN = 1

/**
 * Which of the pointers of the page plays the one of a run: its primary button counts and no other, and from a press to
 * its release the pointer that pressed; a second finger is nothing meanwhile. A pointer the system takes away lets go.
 */
export class PrimaryPointer {
  private held: number | null = null

  /** What an event is to the run; null for nothing. */
  inputOf({ type, pointerId, button, buttons }: PointerFacts): 'move' | 'press' | 'release' | 'cancel' | null {
    if (this.isOther(pointerId)) return null
    const isDown = (buttons & PRIMARY_DOWN) !== 0
    if (this.held !== null && type === 'pointercancel') return this.letGo('cancel')
    // With other buttons down as well, that the primary one goes down or up comes as a move.
    if (this.held !== null) return isDown ? 'move' : this.letGo('release')
    if (isDown && button === PRIMARY) {
      this.held = pointerId
      return 'press'
    }
    return type === 'pointermove' ? 'move' : null
  }

  /** What was pressed has been taken over by something else. */
  forget(): void {
    this.held = null
  }

  /** Whether another pointer holds something. */
  isOther(pointerId: number): boolean {
    return this.held !== null && this.held !== pointerId
  }

  private letGo<Input>(input: Input): Input {
    this.held = null
    return input
  }
}
