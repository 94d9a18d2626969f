/** What is owned, whether or not it is on the shelf: entitlements, what was paid, by source. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.sources.owned;
