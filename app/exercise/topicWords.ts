import type { Topic } from "../../sim/exercise/topics.ts";

/** What is explained, as the question that it answers. */
export const TOPIC_WORDS: Readonly<Record<Topic, { readonly question: string; readonly answer: readonly string[] }>> = {
  diameters: {
    question: "Why twice the paper on X?",
    answer: [
      "X is shown as a diameter: the tool moves by half of what the readout changes by.",
      "A paper lies on one side only, between tip and bar. Measured as a diameter it counts twice: 0.09 of paper is 0.18 on X.",
      "On Z nothing is doubled. The paper counts as thick as it is.",
      "In a bore it is the other way round: the tip stands nearer to the centre than the wall, so twice the paper is taken off.",
    ],
  },
  "wear-and-geometry": {
    question: "Why wear beside geometry?",
    answer: [
      "The control adds them up. For where the tool goes it makes no difference in which of the two a number stands.",
      "For people it does: geometry says where the tip was found, wear says what the last part taught. Kept apart, each can be looked at by itself.",
      "A touch sets geometry anew and starts with wear at zero. After a part, small amounts go into wear; with a new edge, wear goes back to what it was with the last new edge.",
    ],
  },
  orientation: {
    question: "What does the orientation code say?",
    answer: [
      "The offset is about a tip that is not there: the corner where the two lines meet that touch the round nose.",
      "The code says which way that corner lies from the nose’s own centre. With radius and code the control finds the centre and keeps the nose on the line.",
      "With a wrong code diameters and faces still measure right. Tapers and chamfers do not: the nose is taken to the other side of its own centre.",
    ],
  },
  "master-tool": {
    question: "What is the master’s drawback?",
    answer: [
      "One tool is the master. All others are kept as differences to it, and the work offset is taught with it.",
      "That makes a new bar quick: teach one tool, and all are right.",
      "When the master’s own insert is changed, its tip moves, and everything that leans on it moves along. Put the change into the master’s own row, and the others stay where they are.",
    ],
  },
  "work-offset": {
    question: "Why does the work offset move all?",
    answer: [
      "Where a tool goes is the sum of its geometry, its wear and the work offset. The first two belong to one tool, the work offset belongs to all.",
      "So a face that lies elsewhere is one number, taught once. And a mistake in that number is made with every tool.",
      "Taught as the whole machine distance, when the geometry holds that already, it counts a tool’s length twice and leads through the chuck. The sum has to close: geometry, wear and work offset make up the machine position at the face.",
    ],
  },
};
