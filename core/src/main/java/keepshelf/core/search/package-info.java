/** Finding items: queries as text, what they mean, and what they find on a state of the shelf. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.search;
