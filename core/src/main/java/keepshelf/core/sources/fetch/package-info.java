/**
 * Fetches what is owned: a queue that goes on after a break, files that are proved by their hashes
 * before anything is done with them, and their way onto the shelf.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.sources.fetch;
