/** Lists of orders as shops write them: any table, read by what a person says of its columns. */
package keepshelf.core.sources.order;
