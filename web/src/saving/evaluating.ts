/** Which evaluation is asked for when: figures first, mends after them, the newest plan always next. */
import { Refused, sentencesOf, Unreachable } from '../api/client';

export interface Job<Asked> {
  asked: Asked;
  /** While something is dragged, mends are left out. */
  mends: boolean;
}

export interface Answered<Answer> {
  answer: Answer | null;
  trouble: string | null;
  /** Whether a newer answer, or its mends, is on its way. */
  working: boolean;
}

type Ask<Asked, Answer> = (asked: Asked, mends: boolean, signal: AbortSignal) => Promise<Answer>;

const RETRY_MS = 1500;

const mayAnswerLater = (error: unknown): boolean =>
  error instanceof Unreachable || (error instanceof Refused && error.status >= 500);

/**
 * Asks for one answer at a time. Each plan is asked for without mends first, so that its figures are
 * there at once; the mends follow, and are given up as soon as a newer plan is wanted.
 */
export class Evaluating<Asked, Answer> {
  private state: Answered<Answer> = { answer: null, trouble: null, working: true };
  private wanted: Job<Asked> | null = null;
  private running = false;
  private gone = false;
  private trying: AbortController | null = null;

  constructor(
    private readonly ask: Ask<Asked, Answer>,
    private readonly told: (state: Answered<Answer>) => void,
    private readonly retryMs = RETRY_MS,
  ) {}

  want(job: Job<Asked>): void {
    this.gone = false;
    this.wanted = job;
    this.trying?.abort();
    if (!this.running) void this.run();
  }

  stop(): void {
    this.gone = true;
    this.trying?.abort();
  }

  private tell(state: Partial<Answered<Answer>>): void {
    if (this.gone) return;
    this.state = { ...this.state, ...state };
    this.told(this.state);
  }

  private async run(): Promise<void> {
    this.running = true;
    if (!this.state.working) this.tell({ working: true });
    while (this.wanted && !this.gone) {
      const job = this.wanted;
      this.wanted = null;
      try {
        const figures = await this.ask(job.asked, false, new AbortController().signal);
        this.tell({ answer: figures, trouble: null, working: job.mends || this.wanted !== null });
        if (job.mends && !this.wanted) await this.mends(job);
      } catch (error) {
        this.tell({ trouble: sentencesOf(error)[0] ?? null, working: false });
        if (!this.wanted && mayAnswerLater(error)) {
          await new Promise((done) => setTimeout(done, this.retryMs));
          this.wanted ??= job;
        }
      }
    }
    this.running = false;
  }

  private async mends(job: Job<Asked>): Promise<void> {
    const trying = new AbortController();
    this.trying = trying;
    try {
      const whole = await this.ask(job.asked, true, trying.signal);
      if (!trying.signal.aborted) {
        this.tell({ answer: whole, trouble: null, working: this.wanted !== null });
      }
    } catch (error) {
      if (!trying.signal.aborted) throw error;
    } finally {
      this.trying = null;
    }
  }
}
