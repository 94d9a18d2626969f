/** Files and folders as such: whole trees, hashes, what a disk's trouble is called. */
package keepshelf.core.disk;
