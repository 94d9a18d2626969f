/** What packs are to each other as versions, and what is different from one to the next. */
package keepshelf.core.versions;
