/** What people ask at the bench, with where the answer is done. */
export interface HowDoI {
  ask: string;
  answer: string;
  to: string;
  /** What the way there is called. */
  go: string;
  /** The place whose visitors ask it first. */
  at: '/' | '/pieces' | '/slips' | '/techniques' | '/studio';
}

/** One file with all of them, so that they can be read through. */
export const howDoI: HowDoI[] = [
  {
    ask: 'know what to do now?',
    answer:
      'Today shows the act at hand, until when it can be done, and under it what comes next. Tap its large target when it is done.',
    to: '/',
    go: 'Today',
    at: '/',
  },
  {
    ask: 'take back what I logged?',
    answer:
      'Tap Undo where it says “Logged”. Later, Undo stands beside the last act on Today and on the piece, and beside every line of the log of a piece or a tub.',
    to: '/',
    go: 'Today',
    at: '/',
  },
  {
    ask: 'log what was done an hour ago?',
    answer:
      'Open the step, tap “It was at another time”, and set the time. Everything is worked out anew from then.',
    to: '/',
    go: 'Today',
    at: '/',
  },
  {
    ask: 'have somebody read the steps to me?',
    answer:
      'Tap “Lead me through …” on Today. The guide shows one step at a time in large letters, counts the minutes, and logs with one tap.',
    to: '/',
    go: 'Today',
    at: '/',
  },
  {
    ask: 'know what each session is for?',
    answer:
      'Plan shows the coming days: what is done of each piece in which session, and how to leave it between. It follows your hours and everything you log.',
    to: '/plan',
    go: 'Plan',
    at: '/',
  },
  {
    ask: 'cover everything for the night?',
    answer:
      'Tonight lists the pieces by the cover each should have and says what comes next. Tap “It is done” under each cover, or tick them one by one.',
    to: '/tonight',
    go: 'Tonight',
    at: '/pieces',
  },
  {
    ask: 'begin a piece, or thirty for a class?',
    answer:
      'Log a new piece: tap its form and its technique. For several, say how many, or paste the names of the class, one a line, and put them in a group.',
    to: '/pieces/new',
    go: 'New piece',
    at: '/pieces',
  },
  {
    ask: 'do something to many pieces at once?',
    answer:
      'On Pieces tap “Choose several”, tap the pieces, and pick at the foot what was done: covered, a step, a check of one of them, codes, a group, what they carry.',
    to: '/pieces',
    go: 'Pieces',
    at: '/pieces',
  },
  {
    ask: 'correct a time that is wrong?',
    answer:
      'Touch the clay and tap “Check the clay” on the piece: say how it feels, and every time after it is set right. If the room is drier or damper than usual, tap “Air now” beside the room.',
    to: '/pieces',
    go: 'Pieces',
    at: '/pieces',
  },
  {
    ask: 'hand a piece in, and get it fired?',
    answer:
      'Type the code that is cut into it, or tick it in the list. In Kiln gather a load, say when it is loaded, and mark at unloading what did not come out well.',
    to: '/hand-in',
    go: 'Hand in',
    at: '/pieces',
  },
  {
    ask: 'find out what went wrong?',
    answer:
      'Open the piece and go to “What went wrong?”. Name the fault, and the likeliest causes are read from its own record.',
    to: '/pieces',
    go: 'Pieces',
    at: '/pieces',
  },
  {
    ask: 'know whether this slip is right?',
    answer:
      'Open its tub and tap “Measure”: weigh a filled cup, time a run, or say how it flows. It then says right, too thick or too thin for its use, and what to add.',
    to: '/slips',
    go: 'Slips',
    at: '/slips',
  },
  {
    ask: 'make a batch of a recipe?',
    answer:
      'In Slips tap “Make slip”. Choose the recipe and how much; the sheet leads through weighing, slaking and sieving, and can be left half done.',
    to: '/slips/make',
    go: 'Make slip',
    at: '/slips',
  },
  {
    ask: 'do a technique in my own way?',
    answer:
      'Open the technique, choose your ways, and tap “Copy it as ours”. Its figures, words and steps are then yours to change.',
    to: '/techniques',
    go: 'Techniques',
    at: '/techniques',
  },
  {
    ask: 'set our hours, rooms and clays?',
    answer:
      'All of that is in Studio. Nothing needs to be set before you begin; what you set makes the times truer.',
    to: '/studio',
    go: 'Studio',
    at: '/studio',
  },
  {
    ask: 'work where there is no network?',
    answer:
      'Go on as usual: what you log stays on this tablet, marked “on this tablet”, and is sent by itself once the studio can be reached.',
    to: '/',
    go: 'Today',
    at: '/studio',
  },
  {
    ask: 'keep a copy of everything?',
    answer: 'In Studio tap “Export the studio”. The file can be taken in here or in another studio.',
    to: '/studio',
    go: 'Studio',
    at: '/studio',
  },
];

/** Those of the place that is open first. */
export const howDoIAt = (path: string): HowDoI[] => {
  const isHere = ({ at }: HowDoI) => (at === '/' ? path === '/' : path.startsWith(at));
  return [...howDoI.filter(isHere), ...howDoI.filter((of) => !isHere(of))];
};
