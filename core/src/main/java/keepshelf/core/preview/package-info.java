/** Pictures of items: from maps to a surface, from a surface to a cached preview. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.preview;
