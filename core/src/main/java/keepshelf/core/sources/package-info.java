/** Who things came from: sources with their feeds, what is owned of them, and what is new. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.sources;
