/** What a person can learn, in the order in which one rests on another. A lead signs for each by name. */
export const SKILLS = [
  { id: "touch-outside", name: "Touch off outside tools" },
  { id: "touch-centre", name: "Set tools on centre" },
  { id: "touch-bore", name: "Touch off boring bars" },
  { id: "touch-blades", name: "Touch off blades and threading tools" },
  { id: "offsets", name: "Put numbers where they belong" },
  { id: "schools", name: "Work by another school" },
  { id: "setter", name: "Work with a setter" },
  { id: "slid-tools", name: "Slide tools to the stock" },
  { id: "driven", name: "Set driven tools" },
  { id: "swiss", name: "Set a sliding-headstock lathe" },
  { id: "before-motion", name: "Check before anything moves" },
  { id: "prove", name: "Prove it" },
  { id: "first-part", name: "Correct after the first part" },
] as const;
export type Skill = (typeof SKILLS)[number]["id"];

export const skillName = (skill: string): string => SKILLS.find(({ id }) => id === skill)?.name ?? skill;
