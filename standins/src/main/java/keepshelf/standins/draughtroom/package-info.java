/**
 * A simulated host, the architectural modeller: reads MTL material libraries, with a reader of its
 * own.
 */
package keepshelf.standins.draughtroom;
