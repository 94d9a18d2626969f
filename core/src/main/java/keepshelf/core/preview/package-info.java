/** Pictures of items: from maps to a surface, from a surface to a cached preview. */
package keepshelf.core.preview;
