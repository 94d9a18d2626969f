/** What is owned, whether or not it is on the shelf: entitlements, what was paid, by source. */
package keepshelf.core.sources.owned;
