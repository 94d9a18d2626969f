/** What a source has, as data that can be asked for: read with distrust, written for others. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.sources.feed;
