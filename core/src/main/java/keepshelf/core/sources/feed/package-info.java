/** What a source has, as data that can be asked for: read with distrust, written for others. */
package keepshelf.core.sources.feed;
