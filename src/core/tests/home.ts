import { homeworkOf, type GoesHome, type Homework, type HomeworkQuestion } from '../demonstration/homework'

/** Homework of these commands, three times five minutes a day for five weeks, but for what is said otherwise. */
export const homeOf = (commands: readonly GoesHome[], more: Partial<HomeworkQuestion> = {}): Homework =>
  homeworkOf({
    commands,
    weeks: 5,
    sessions: 3,
    sessionMinutes: 5,
    cautions: [],
    offLeashHeld: false,
    release: 'say “Okay”',
    toys: false,
    ...more,
  })
