import { ProjectPage } from '@/ui/project/project-page'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ProjectPage id={(await params).id} />
}
