/** Relief: dodge and burn as gains in stops. */
package carezza.pass.relief;
