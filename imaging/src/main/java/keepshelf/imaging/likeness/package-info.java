/** What pictures look like, so that what looks alike is found: colours, grain and regularity. */
package keepshelf.imaging.likeness;
