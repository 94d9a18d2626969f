/** How things were made that nobody delivered. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.catalogue.made;
