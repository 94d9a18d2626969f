/**
 * The place of sources: who things came from, what is owned, new or at risk, and what is being
 * fetched.
 */
package keepshelf.desktop.sources;
