<?php

declare(strict_types=1);

namespace Tests\Architecture;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\Relation;
use PhpParser\Node;
use PhpParser\Node\Expr\CallLike;
use PhpParser\Node\Expr\MethodCall;
use PhpParser\Node\Expr\StaticCall;
use PhpParser\Node\Name;
use PHPStan\Analyser\Scope;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;
use PHPStan\Type\ObjectType;

/**
 * What takes a request asks no question of the database itself: rooms own their rows.
 *
 * @implements Rule<CallLike>
 */
final class NoQueryInHttp implements Rule
{
    private const ASKS = ['query', 'find', 'findOrFail', 'where', 'all', 'create', 'first', 'firstWhere', 'updateOrCreate', 'destroy'];

    public function getNodeType(): string
    {
        return CallLike::class;
    }

    public function processNode(Node $node, Scope $scope): array
    {
        if (! str_starts_with($scope->getNamespace() ?? '', 'App\Http') || ! $this->isQuery($node, $scope)) {
            return [];
        }

        return [RuleErrorBuilder::message('A query stands in what takes a request.')->identifier('stasimon.query')->build()];
    }

    private function isQuery(Node $node, Scope $scope): bool
    {
        if ($node instanceof StaticCall && $node->class instanceof Name && $node->name instanceof Node\Identifier) {
            return (new ObjectType(Model::class))->isSuperTypeOf(new ObjectType($scope->resolveName($node->class)))->yes()
                && in_array($node->name->toString(), self::ASKS, true);
        }
        if (! $node instanceof MethodCall) {
            return false;
        }
        $on = $scope->getType($node->var);

        return (new ObjectType(Builder::class))->isSuperTypeOf($on)->yes() || (new ObjectType(Relation::class))->isSuperTypeOf($on)->yes();
    }
}
