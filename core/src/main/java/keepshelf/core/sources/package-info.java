/** Who things came from: sources with their feeds, what is owned of them, and what is new. */
package keepshelf.core.sources;
