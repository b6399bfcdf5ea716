/** Which answer is asked for when: figures first, mends after them, the newest plan always next. */
import { Refused, sentencesOf, Unreachable } from '../api/client';

export interface Job<Asked, Answer> {
  asked: Asked;
  /** While something is dragged, only the sheet on screen is answered, and mends are left out. */
  glance: boolean;
  /** The figures where they are known already: they came with the saved plan. */
  figures?: Answer | null;
}

export interface Answered<Asked, Answer> {
  answer: Answer | null;
  /** What the answer is of. */
  asked: Asked | null;
  trouble: string | null;
  /** Whether a newer answer, or its mends, is on its way. */
  working: boolean;
}

/** What is asked for: the sheet on screen put into the answer before, all figures, or mends too. */
export type Ask<Asked, Answer> =
  | { how: 'glance'; asked: Asked; before: Answer }
  | { how: 'figures'; asked: Asked; signal: AbortSignal }
  /** With what was tried in the time of the answer before, which is gone on with. */
  | { how: 'mends'; asked: Asked; signal: AbortSignal; before: Answer | null };

const RETRY_MS = 1500;

const mayAnswerLater = (error: unknown): boolean =>
  error instanceof Unreachable || (error instanceof Refused && error.status >= 500);

/**
 * Asks for one answer at a time. Each plan is asked for without mends first, so that its figures are
 * there at once; the mends follow, and are given up as soon as a newer plan is wanted.
 */
export class Evaluating<Asked, Answer> {
  private state: Answered<Asked, Answer> = {
    answer: null,
    asked: null,
    trouble: null,
    working: true,
  };
  private wanted: Job<Asked, Answer> | null = null;
  private running = false;
  private gone = false;
  private trying: AbortController | null = null;

  constructor(
    private readonly ask: (question: Ask<Asked, Answer>) => Promise<Answer>,
    private readonly told: (state: Answered<Asked, Answer>) => void,
    /** How many mends an answer was too short of time for. */
    private readonly leftIn: (answer: Answer) => number = () => 0,
    private readonly retryMs = RETRY_MS,
  ) {}

  want(job: Job<Asked, Answer>): void {
    this.gone = false;
    this.wanted = job;
    this.trying?.abort();
    if (!this.running) void this.run();
  }

  stop(): void {
    this.gone = true;
    this.trying?.abort();
  }

  private tell(state: Partial<Answered<Asked, Answer>>): void {
    if (this.gone) return;
    this.state = { ...this.state, ...state };
    this.told(this.state);
  }

  private figuresOf({ asked, glance, figures }: Job<Asked, Answer>): Answer | Promise<Answer> {
    if (figures) return figures;
    const before = this.state.answer;
    if (glance && before) return this.ask({ how: 'glance', asked, before });
    return this.ask({ how: 'figures', asked, signal: new AbortController().signal });
  }

  private async run(): Promise<void> {
    this.running = true;
    if (!this.state.working) this.tell({ working: true });
    while (this.wanted && !this.gone) {
      const job = this.wanted;
      this.wanted = null;
      try {
        const figures = await this.figuresOf(job);
        const { asked } = job;
        const more = !job.glance || this.wanted !== null;
        this.tell({ answer: figures, asked, trouble: null, working: more });
        if (!job.glance && !this.wanted) await this.mends(job);
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

  /** The mends, and on a slow machine those that there was no time for, as long as they grow fewer. */
  private async mends({ asked }: Job<Asked, Answer>): Promise<void> {
    const trying = new AbortController();
    const { signal } = trying;
    this.trying = trying;
    let before: Answer | null = null;
    let left = Number.POSITIVE_INFINITY;
    try {
      for (let more = true; more; ) {
        const answer: Answer = await this.ask({ how: 'mends', asked, signal, before });
        if (signal.aborted) return;
        more = this.leftIn(answer) > 0 && this.leftIn(answer) < left;
        this.tell({ answer, asked, trouble: null, working: more || this.wanted !== null });
        left = this.leftIn(answer);
        before = answer;
      }
    } catch (error) {
      if (!trying.signal.aborted) throw error;
    } finally {
      this.trying = null;
    }
  }
}
