<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What the shop charges, estimates while they are made, and the links under which owners read them. */
final class Version20261128140000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Owner’s word';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE shop ADD prices JSONB NOT NULL DEFAULT '{}'");
        $this->addSql('CREATE TABLE estimate_draft (job_id UUID NOT NULL REFERENCES job (id), document JSONB NOT NULL, changed_at TIMESTAMPTZ(6) NOT NULL, changed_by UUID NOT NULL, PRIMARY KEY (job_id))');
        $this->addSql('CREATE TABLE owner_link (id UUID NOT NULL, job_id UUID NOT NULL REFERENCES job (id), entry_id UUID NOT NULL, token_hash CHAR(64) NOT NULL, expires_at TIMESTAMPTZ(6) NOT NULL, revoked_at TIMESTAMPTZ(6), answered_at TIMESTAMPTZ(6), made_at TIMESTAMPTZ(6) NOT NULL, made_by UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE UNIQUE INDEX owner_link_token ON owner_link (token_hash)');
        $this->addSql('CREATE INDEX owner_link_job ON owner_link (job_id, made_at)');
        $this->addSql('GRANT SELECT, INSERT, UPDATE, DELETE ON estimate_draft TO yew_app');
        $this->addSql('GRANT SELECT, INSERT, UPDATE ON owner_link TO yew_app');
    }
}
