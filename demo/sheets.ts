import type { Cells } from "@/core/sheets/row";

/** A sheet of the demo world: the design it fills in, and its rows. */
export interface DemoSheet {
  readonly name: string;
  readonly design: string;
  readonly rows: readonly Cells[];
}

/** Who talks in the potting shed this autumn, in six scripts; two of the rows have something to mend. */
const speakers: readonly (readonly [name: string, role: string])[] = [
  ["Ngozi Fairweather-Castellanos", "Head of the fern house"],
  ["ليلى حداد", "أمينة بيت السراخس"],
  ["Bram Oakhanger", "Keeper of the water garden"],
  ["נעמה לביא", "מגדלת סחלבים"],
  ["Ottoline Vass", "Seed librarian"],
  ["अनन्या शर्मा", "बीज संग्रह प्रमुख"],
  ["Ines Halloran", "Films and posts"],
  ["Corvin Thistlewood-Abernathy", "Orchard and hedges"],
  ["שירה אלון", "גן התבלינים"],
  ["Wren Okafor", "Bees and meadows"],
  ["कविता राव", "शैल उद्यान"],
  ["Solveig Mostøl", "Moss and lichen"],
  ["Tomás Fennimore", "Drawings and labels"],
  ["Hikari Moritani", "Bonsai bench"],
  ["يوسف الزيتوني", "بستان الزيتون"],
  ["Perpetua Lindqvist", "Compost and soil"],
  ["Emrys ap Rhydderch", "Walled garden"],
  ["Мирослава Липова", "Вересковый сад"],
  ["Δάφνη Καλλιγά", "Κλίμα θερμοκηπίων"],
  ["मीरा जोशी", "औषधीय पौधे"],
  ["Marisol Quintanilla", "Cacti and succulents"],
  ["Ysolde Penhaligon", "Cut flowers"],
  // Nobody has said yet who this is, and the last one's name is longer than the strap takes.
  ["", "To be announced"],
  ["Maximiliana Constantia von Hohenfels-Oberwiesenthal und zu Waldeck", "Roses"],
];

/** What is out in these weeks, each with its picture. */
const blooms: readonly (readonly [title: string, date: string, picture: string])[] = [
  ["The hart’s-tongue unfurls", "Fern house, until 8 June", "fern-house"],
  ["Four hundred trays of seedlings", "Potting shed, this week", "seed-trays"],
  ["Moths at the night lamp", "Meadow, after ten", "night-lamp"],
  ["The first roots for the kitchen", "Walled garden, from Friday", "kitchen-roots"],
];

export const demoSheets: readonly DemoSheet[] = [
  {
    name: "Potting Shed Talks, autumn",
    design: "name-strap",
    rows: speakers.map(([name, role]) => ({ ...(name && { name }), role })),
  },
  {
    name: "What is Out This Week, June",
    design: "bloom-card",
    rows: blooms.map(([title, date, picture]) => ({ title, date, picture })),
  },
];
