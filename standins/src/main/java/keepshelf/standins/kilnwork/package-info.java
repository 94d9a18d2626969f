/**
 * A simulated host, the older spec/gloss renderer: reads its own plain text, with a reader of its
 * own.
 */
package keepshelf.standins.kilnwork;
